/** Text made into HTML: whatever it says stays text (HTML, 13.3: the characters that begin markup, and quotes). */

const ESCAPES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };

/** A piece of markup that is whole by itself. */
export class Markup {
  constructor(readonly html: string) {}
}

type Part = Markup | string | number | null | readonly Part[];

function shown(part: Part): string {
  if (part === null) return '';
  if (part instanceof Markup) return part.html;
  return typeof part === 'object' ? part.map(shown).join('') : String(part).replace(/[&<>"']/g, (sign) => ESCAPES[sign] as string);
}

/** Markup as a template: what is put in is text, but for what is markup itself. */
export const html = (strings: TemplateStringsArray, ...parts: Part[]): Markup =>
  new Markup(strings.reduce((whole, text, i) => whole + shown(parts[i - 1] ?? null) + text));

/** Scripts that people write in, by their codes in ISO 15924 (Unicode Standard Annex 31, tables 5 and 7). */
const SCRIPTS = (
  'Latn Grek Cyrl Armn Hebr Arab Syrc Thaa Nkoo Deva Beng Guru Gujr Orya Taml Telu Knda Mlym Sinh Thai Laoo Tibt Mymr Geor Hang Ethi ' +
  'Cher Cans Khmr Mong Hira Kana Bopo Hani Yiii Tfng Adlm Rohg Limb Tale Talu Bugi Bali Sund Lepc Olck Vaii Saur Kali Java Cham Tavt ' +
  'Mtei Batk Lana Cakm Osge Newa Nagm Hmnp Plrd Wcho Gong Mand Phag'
)
  .split(' ')
  .map((code) => ({ code, holds: new RegExp(`^\\p{Script=${code}}`, 'u') }));

/** Scripts whose letters join by a stroke that tracking must not part (CSS Text Level 3, appendix D: cursive scripts). */
const CURSIVE = new Set(['Arab', 'Syrc', 'Mand', 'Mong', 'Nkoo', 'Phag', 'Adlm', 'Rohg']);

const known = new Map<string, string | null>();

/** Script of a character by its ISO 15924 code; null for what all scripts share, such as digits, spaces and marks. */
export function scriptOf(character: string): string | null {
  let script = known.get(character);
  if (script === undefined) {
    script = SCRIPTS.find(({ holds }) => holds.test(character))?.code ?? null;
    if (known.size < 10_000) known.set(character, script);
  }
  return script;
}

export const isCursive = (script: string | null): boolean => script !== null && CURSIVE.has(script);

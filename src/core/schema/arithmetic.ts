/**
 * Reads a typed number with arithmetic and units: `2*3`, `50 mm + 2 cm`, `1/3`, `f/2.8`. Nothing is evaluated as code.
 */

/** Size of a unit in the base unit of its kind. */
const UNITS: Record<string, { kind: string; size: number }> = {
  mm: { kind: 'length', size: 0.001 },
  cm: { kind: 'length', size: 0.01 },
  m: { kind: 'length', size: 1 },
  km: { kind: 'length', size: 1000 },
  in: { kind: 'length', size: 0.0254 },
  ft: { kind: 'length', size: 0.3048 },
  '°': { kind: 'angle', size: 1 },
  deg: { kind: 'angle', size: 1 },
  turn: { kind: 'angle', size: 360 },
  turns: { kind: 'angle', size: 360 },
  rad: { kind: 'angle', size: 180 / Math.PI },
};

class Reader {
  private at = 0;
  constructor(
    private readonly text: string,
    private readonly unit: string,
    private readonly own: Readonly<Record<string, number>>,
  ) {}

  read(): number | null {
    const value = this.sum();
    this.space();
    return value !== null && this.at === this.text.length && Number.isFinite(value) ? value : null;
  }

  private space(): void {
    while (this.text[this.at] === ' ') this.at++;
  }

  private take(...symbols: string[]): string | null {
    this.space();
    const symbol = symbols.find((s) => this.text.startsWith(s, this.at));
    if (symbol !== undefined) this.at += symbol.length;
    return symbol ?? null;
  }

  private sum(): number | null {
    let value = this.term();
    for (let sign = this.take('+', '-', '−'); value !== null && sign; sign = this.take('+', '-', '−')) {
      const next = this.term();
      value = next === null ? null : sign === '+' ? value + next : value - next;
    }
    return value;
  }

  private term(): number | null {
    let value = this.factor();
    for (let sign = this.take('*', '×', '/'); value !== null && sign; sign = this.take('*', '×', '/')) {
      const next = this.factor();
      value = next === null ? null : sign === '/' ? value / next : value * next;
    }
    return value;
  }

  private factor(): number | null {
    const sign = this.take('-', '−', '+');
    if (sign) {
      const value = this.factor();
      return value === null ? null : sign === '+' ? value : -value;
    }
    if (this.take('(')) {
      const value = this.sum();
      return this.take(')') ? value : null;
    }
    this.space();
    const match = /^(\d+([.,]\d*)?|[.,]\d+)/.exec(this.text.slice(this.at));
    if (!match) return null;
    this.at += match[0].length;
    return this.inFieldUnit(Number(match[0].replace(',', '.')));
  }

  /** A number followed by a unit is brought to the field's own; a unit of another kind is refused. */
  private inFieldUnit(value: number): number | null {
    this.space();
    const match = /^(°|%|‰|[a-z]+)/i.exec(this.text.slice(this.at));
    if (!match) return value;
    const name = match[0].toLowerCase();
    this.at += match[0].length;
    if (name === this.unit.toLowerCase()) return value;
    const own = this.own[name];
    if (own !== undefined) return value * own;
    const from = UNITS[name];
    const to = UNITS[this.unit];
    return from && to && from.kind === to.kind ? (value * from.size) / to.size : null;
  }
}

/**
 * Value in the field's unit, or null when the text is not a number.
 * @param own units of this field alone, with their size in its unit
 */
export function readNumber(text: string, unit: string, own: Readonly<Record<string, number>> = {}): number | null {
  const trimmed = text.trim().replace(/^f\//i, '');
  return trimmed === '' || trimmed.length > 100 ? null : new Reader(trimmed, unit, own).read();
}

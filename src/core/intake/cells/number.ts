/** How numbers are written in a table. */
export type DecimalMark = "." | ",";

const PLAIN = /^[+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:[eE][+-]?\d+)?$/;
/** Marks between thousands besides the one that isn't the decimal: blanks of three widths and apostrophes. */
const SPACING = /[\s\u00a0\u2009\u202f'’_]/g;
const GROUPED = { ".": /^[+-]?\d{1,3}(?:,\d{3})+(?:\.\d*)?$/, ",": /^[+-]?\d{1,3}(?:\.\d{3})+(?:,\d*)?$/ } as const;

/**
 * A cell's number.
 * @param cell trimmed
 * @returns NaN where it isn't one, written in this way
 */
export function readNumber(cell: string, decimal: DecimalMark): number {
  const plain = readPlain(cell, decimal === "," ? 44 : 46);
  return Number.isNaN(plain) ? readDressed(cell, decimal) : plain;
}

/** Powers of ten that are exact. */
const TENS = Array.from({ length: 16 }, (_, k) => 10 ** k);
/** Digits of which every whole number is exact. */
const EXACT_DIGITS = 15;

/**
 * Digits with a sign and a mark, and nothing else: half the time of a pattern and a conversion, over millions of cells. A whole number of up to
 * fifteen digits divided by an exact power of ten is rounded once, as a conversion is.
 * @param mark its character code
 * @returns NaN where there is anything else
 */
function readPlain(cell: string, mark: number): number {
  let k = 0;
  const sign = cell.charCodeAt(0);
  if (sign === 45 || sign === 43) k = 1;
  const { length } = cell;
  let value = 0;
  let digits = 0;
  let decimals = -1;
  for (; k < length; k++) {
    const code = cell.charCodeAt(k);
    if (code >= 48 && code <= 57) {
      value = value * 10 + code - 48;
      digits++;
      if (decimals >= 0) decimals++;
    } else if (code === mark && decimals < 0) decimals = 0;
    else return Number.NaN;
  }
  if (digits === 0 || digits > EXACT_DIGITS) return Number.NaN;
  const size = decimals > 0 ? value / TENS[decimals] : value;
  return sign === 45 ? -size : size;
}

/** A number with marks between thousands, a typographic minus, or one in brackets for a negative. */
function readDressed(cell: string, decimal: DecimalMark): number {
  let text = cell.replace(/[\u2212\u2013]/g, "-");
  if (/^\(.*\)$/.test(text)) text = `-${text.slice(1, -1)}`;
  if (/\d[\s\u00a0\u2009\u202f'’_]+\d{3}(?!\d)/.test(text)) text = text.replace(SPACING, "");
  if (text.endsWith("-") && /\d/.test(text)) text = `-${text.slice(0, -1)}`;
  text = text.trim();
  if (GROUPED[decimal].test(text)) text = text.replaceAll(decimal === "." ? "," : ".", "");
  else if (decimal === "," && text.includes(".")) return Number.NaN;
  const plain = decimal === "," ? text.replace(",", ".") : text;
  return PLAIN.test(plain) ? Number(plain) : Number.NaN;
}

/** A number, whichever mark it has, or with a unit behind it: to tell what a cell is before the mark is known. */
export function isLikeNumber(cell: string): boolean {
  return LIKE_NUMBER.test(cell);
}

const LIKE_NUMBER = /^\(?[+\-\u2212]?(?:\d[\d.,'’\s\u00a0\u2009\u202f]*|[.,]\d+)(?:[eE][+-]?\d+)?-?\)?(?:\s*[a-zA-Z%°µ²/]{1,6})?$/;

/** So much more often one mark has to be told than the other. */
const CLEARLY = 5;

/**
 * Which mark stands before the decimals: told by what can't be marks between thousands ("1,25", "0,532", "1.234,5").
 * @param cells of numbers, from anywhere in the table
 * @returns null where none tells, or both do
 */
export function tellDecimal(cells: Iterable<string>): DecimalMark | null {
  let comma = 0;
  let point = 0;
  for (const cell of cells) {
    if (decimalAt(cell, ",", ".")) comma++;
    if (decimalAt(cell, ".", ",")) point++;
  }
  if (comma === 0 && point === 0) return null;
  if (comma >= CLEARLY * point) return ",";
  return point >= CLEARLY * comma ? "." : null;
}

/** Whether a mark in a cell can only be the one before decimals. */
function decimalAt(cell: string, mark: DecimalMark, other: DecimalMark): boolean {
  const at = cell.lastIndexOf(mark);
  if (at < 0 || cell.indexOf(mark) !== at) return false;
  const behind = /^\d*/.exec(cell.slice(at + 1))?.[0].length ?? 0;
  if (cell.includes(other)) return cell.lastIndexOf(other) < at;
  const before = cell.slice(0, at).replace(/^[+-]/, "");
  return behind !== 3 || before === "0" || before === "" || before.length > 3;
}

/** Lines of plain text told apart: string lines, rows of strokes, counts, palm mutes or ringing, and everything else. */

export type LineRole = 'blank' | 'string' | 'strokes' | 'count' | 'palmMute' | 'ring' | 'text';

export interface TextLine {
  /** From 1. */
  readonly number: number;
  readonly role: LineRole;
  /** With typographic dashes and spaces made plain and tabs expanded; as many columns as a reader sees. */
  readonly text: string;
  readonly raw: string;
  /** Characters of the raw line before the text: marks of quotation, a tag. */
  readonly skipped: number;
  /** For a string line: its letter or string number, and where its notes begin. */
  readonly label: string | null;
  readonly bodyStart: number;
}

const TAB_WIDTH = 8;

/** A letter with a bar or dashes, a string number with a bar, or neither. */
const LABELLED = /^\s*(?:([A-Ga-g][#b♯♭]?|[1-9](?=\s*[|‖]))\s*)?([|‖]+|:(?!\|)|(?=[-\d]))/;
const STRING_BODY = /^[-_=.|:\d\shHpPsS/\\tTbBrRxX~≈()*'o]*$/;
const STROKE_SIGNS = /^[DUdu↓↑⊓∏ΠVvnN^!.\-_|\s]*$/;
const COUNT_TOKEN = /^(?:\d{1,2}|&|\+|and|e|a|trip|let|ti|ta|\.|·)=?$/i;

/** The text made plain, one character a column. */
function plain(raw: string): string {
  if (/^[\x20-\x7e]*$/.test(raw)) return raw.trimEnd();
  let text = '';
  for (const character of raw) {
    if (character === '\t') text += ' '.repeat(TAB_WIDTH - (text.length % TAB_WIDTH));
    else if (/[\u2010-\u2015\u2212\uFE58\uFF0D]/.test(character)) text += '-';
    else if (/[\u00A0\u2000-\u200A\u202F\u3000]/.test(character)) text += ' ';
    else if (/[\u2502\u2503\u00A6\uFF5C]/.test(character)) text += '|';
    else if (character !== '\uFEFF' && character !== '\u200B') text += character;
  }
  return text.trimEnd();
}

/** The column in the raw line, from 1, of a column (from 0) in the plain one. */
export function rawColumn(line: TextLine, column: number): number {
  let seen = 0;
  const characters = [...line.raw.slice(line.skipped)];
  for (const [index, character] of characters.entries()) {
    const width =
      character === '\t'
        ? TAB_WIDTH - (seen % TAB_WIDTH)
        : character === '\uFEFF' || character === '\u200B'
          ? 0
          : character.length;
    if (column < seen + width) return line.skipped + index + 1;
    seen += width;
  }
  return line.skipped + characters.length + 1;
}

function stringLine(text: string): { label: string | null; bodyStart: number } | null {
  const match = LABELLED.exec(text);
  if (!match) return null;
  const label = match[1] ?? null;
  const hasBar = match[2] !== '';
  const bodyStart = match[0].length;
  const body = text.slice(bodyStart);
  const marks = (body.match(/[-|\d]/g) ?? []).length;
  const solid = body.replace(/\s/g, '').length;
  if (label !== null && hasBar) {
    // A letter and a bar make a string line unless the rest reads like prose.
    const isText = !STRING_BODY.test(body) && marks < 0.3 * solid;
    return isText ? null : { label, bodyStart };
  }
  if (label !== null) return solid > 2 && marks >= 0.6 * solid ? { label, bodyStart } : null;
  const looksDrawn = (body.match(/-/g) ?? []).length >= 2 || (hasBar && text.trimEnd().endsWith('|'));
  return looksDrawn && solid > 2 && (STRING_BODY.test(body) || marks >= 0.6 * solid)
    ? { label, bodyStart }
    : null;
}

/** Right under string lines any row of counting syllables is a count; elsewhere only one with numbers in order. */
function isCountRow(text: string, underStrings: boolean): boolean {
  const tokens = text.replace(/\|/g, ' ').trim().split(/\s+/);
  if (!tokens.every((token) => COUNT_TOKEN.test(token))) return false;
  if (underStrings && (tokens.length === 1 || !tokens.every((token) => /^\d/.test(token)))) return true;
  const numbers = tokens.map((token) => parseInt(token, 10)).filter((number) => !Number.isNaN(number));
  const inOrder = numbers.every((number, at) => number === 1 || at === 0 || number === numbers[at - 1]! + 1);
  return numbers.length > 0 && inOrder && tokens.length > 1;
}

function roleOf(
  text: string,
  underStrings: boolean,
): { role: LineRole; label: string | null; bodyStart: number } {
  const other = (role: LineRole) => ({ role, label: null, bodyStart: 0 });
  if (text.trim() === '') return other('blank');
  const asString = stringLine(text);
  if (asString) return { role: 'string', ...asString };
  if (/P\.?M/i.test(text) && /^[\sPMpm.\-_|>~]*$/.test(text)) return other('palmMute');
  if (/ring/i.test(text) && /^[\sringlet().\-_|>~]*$/i.test(text)) return other('ring');
  if (isCountRow(text, underStrings)) return other('count');
  if (STROKE_SIGNS.test(text) && /[DUdu↓↑⊓∏ΠVvnN^]/.test(text)) return other('strokes');
  return other('text');
}

/** How mail quotes a line, and the tag that pages put round tab. */
const QUOTED = /^(?:\s*>)+ ?/;
const OPENING = /^\s*<pre\b[^>]*>/i;
const CLOSING = /<\/pre>\s*$/i;

/** A line without what mail or a page put round it, and how many characters stood before it. */
function unwrapped(raw: string): { inner: string; skipped: number } {
  const before = (QUOTED.exec(raw) ?? OPENING.exec(raw))?.[0].length ?? 0;
  return { inner: raw.slice(before).replace(CLOSING, ''), skipped: before };
}

/** Splits a text at any kind of line end and says what each line is. */
export function readLines(text: string): TextLine[] {
  let underStrings = false;
  return text.split(/\r\n|[\n\r\u2028\u2029]/).map((raw, index) => {
    const { inner, skipped } = unwrapped(raw);
    const line = plain(inner);
    const read = roleOf(line, underStrings);
    underStrings = read.role === 'string';
    return { number: index + 1, text: line, raw, skipped, ...read };
  });
}

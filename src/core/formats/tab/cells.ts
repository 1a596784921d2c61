/** The signs on one string line: frets with their marks, bars, repeats; whatever is none of these is reported. */
import { MAX_FRET } from '../../instrument/instrument';
import type { Bend, Technique } from '../../passage/passage';
import { rawColumn } from './lines';
import type { Problem, ProblemCode } from './problems';
import type { SystemLine } from './systems';

/** A note as it stands on its line. Columns count from where the notes of the line begin. */
export interface Cell {
  readonly string: number;
  readonly start: number;
  end: number;
  fret: number;
  readonly dead: boolean;
  technique: Technique;
  ghost: boolean;
  vibrato: boolean;
  bend: Bend | null;
  readonly line: SystemLine['line'];
}

/** A slash, which is a slide between two notes, into one or out of one; that is settled when the columns are known. */
export interface Slash {
  readonly sign: '/' | '\\';
  readonly column: number;
  readonly before: Cell | null;
  after: Cell | null;
  readonly touchesBefore: boolean;
  touchesAfter: boolean;
  readonly forced: 'in' | 'out' | null;
}

export interface StringCells {
  readonly cells: Cell[];
  readonly slashes: Slash[];
  readonly bars: number[];
  readonly repeatStarts: number[];
  readonly repeatEnds: number[];
}

const LINKS: Readonly<Record<string, Technique>> = { h: 'hammer', p: 'pull', s: 'slide', t: 'tap' };
const WIDEST_BEND = 7;

class Scanner {
  readonly out: StringCells = { cells: [], slashes: [], bars: [], repeatStarts: [], repeatEnds: [] };
  private at = 0;
  private link: { technique: Technique; at: number } | null = null;
  private bracketAt: number | null = null;
  private readonly body: string;
  private readonly end: number;

  constructor(
    private readonly source: SystemLine,
    private readonly problems: Problem[],
  ) {
    this.body = source.line.text.slice(source.line.bodyStart);
    const trailing = /\|(\s*(?:[x×]\s?\d+|\d+\s?[x×]|\([^-]*\)|[A-Za-z]{2}[^-|]*)\s*)$/.exec(this.body);
    this.end = trailing ? this.body.length - trailing[1]!.length : this.body.length;
    if (trailing) this.report('signNotUnderstood', this.end, trailing[1]!.trim(), 'Text after the last bar');
  }

  private report(
    code: ProblemCode,
    at: number,
    text: string,
    what: string,
    severity: Problem['severity'] = 'unread',
  ) {
    const { line, string } = this.source;
    const kept = severity === 'unread' ? ' It is kept as text but not used.' : '';
    const column = rawColumn(line, line.bodyStart + at);
    this.problems.push({
      code,
      severity,
      line: line.number,
      column,
      text,
      message: `${what} on string ${string}.${kept}`,
    });
  }

  /** What a sticky pattern finds just here; the caller has seen that it begins so. */
  private match(pattern: RegExp): RegExpExecArray {
    pattern.lastIndex = this.at;
    return pattern.exec(this.body)!;
  }

  private lastCell(): Cell | null {
    return this.out.cells.at(-1) ?? null;
  }

  scan(): StringCells {
    while (this.at < this.end) this.step(this.body[this.at]!);
    if (this.link)
      this.report(
        'linkWithoutNote',
        this.link.at,
        this.body[this.link.at]!,
        'A slur or tap sign with no note after it',
      );
    if (this.bracketAt !== null)
      this.report('bracketNotClosed', this.bracketAt, '(', 'A bracket that is not closed', 'adjusted');
    return this.out;
  }

  private step(sign: string): void {
    if (/[-\s_=.]/.test(sign)) this.at++;
    else if (/\d/.test(sign)) this.digits();
    else if (/[xX]/.test(sign)) this.deadNote();
    else if (/[|‖]/.test(sign)) this.bar();
    else if (sign === ':' || sign === '*') this.repeatDot(sign);
    else if (/[oO]/.test(sign) && this.isBesideBar()) this.repeatDot(sign);
    else if (LINKS[sign.toLowerCase()]) this.startLink(sign);
    else if (sign === '/' || sign === '\\') this.slash(sign, null);
    else if (sign === "'" && /[/\\]/.test(this.body[this.at + 1] ?? '')) {
      this.at++;
      this.slash(this.body[this.at] as '/' | '\\', 'in');
    } else if (sign === '(') {
      this.bracketAt = this.at++;
    } else if (sign === ')' && (this.bracketAt !== null || this.lastCell())) {
      if (this.bracketAt === null)
        this.report('bracketNotClosed', this.at, ')', 'A closing bracket without its opening one');
      this.bracketAt = null;
      this.at++;
    } else if ((sign === '~' || sign === '≈') && this.lastCell()) {
      this.lastCell()!.vibrato = true;
      this.at++;
    } else if (/[bB]/.test(sign) && this.touchesLast()) this.bend();
    else if (/[rR]/.test(sign) && this.heldBend()) this.release();
    else {
      this.report('signNotUnderstood', this.at, sign, `The sign “${sign}” is not understood`);
      this.at++;
    }
  }

  private touchesLast(): boolean {
    const last = this.lastCell();
    return last !== null && last.end + 1 === this.at && last.bend === null;
  }

  private startLink(sign: string): void {
    if (this.link)
      this.report(
        'linkWithoutNote',
        this.link.at,
        this.body[this.link.at]!,
        'Two slur signs before one note; the second counts',
        'adjusted',
      );
    this.link = { technique: LINKS[sign.toLowerCase()]!, at: this.at++ };
  }

  private slash(sign: '/' | '\\', forced: 'in' | 'out' | null): void {
    const before = this.lastCell();
    const last = before !== null && before.end + 1 === this.at;
    const out = this.body[this.at + 1] === "'" ? 'out' : forced;
    this.out.slashes.push({
      sign,
      column: this.at,
      before,
      after: null,
      touchesBefore: last,
      touchesAfter: false,
      forced: out,
    });
    this.at += out === 'out' ? 2 : 1;
  }

  private bar(): void {
    const first = this.at;
    while (/[|‖]/.test(this.body[this.at] ?? '')) this.at++;
    this.out.bars.push(first);
  }

  /** Colons beside a bar are repeat signs. */
  private repeatDot(sign: string): void {
    const onBar = (at: number) => /[|‖]/.test(this.body[at] ?? '');
    if (
      this.at === 0 &&
      this.source.line.bodyStart > 0 &&
      /[|‖]/.test(this.source.line.text[this.source.line.bodyStart - 1]!)
    )
      this.out.repeatStarts.push(this.at);
    else if (onBar(this.at + 1)) this.out.repeatEnds.push(this.at);
    else if (this.at > 0 && onBar(this.at - 1)) this.out.repeatStarts.push(this.at);
    else this.report('signNotUnderstood', this.at, sign, `The sign “${sign}” is not understood`);
    this.at++;
  }

  /** Some write the dots of a repeat as `o`. */
  private isBesideBar(): boolean {
    const { bodyStart, text } = this.source.line;
    const at = bodyStart + this.at;
    return /[|‖]/.test(text[at - 1] ?? '') || /[|‖]/.test(text[at + 1] ?? '');
  }

  /** `x`, or as our own writer puts it where the fret is known: `x'7`. */
  private deadNote(): void {
    const fret = /[xX]'(\d{1,2})/y;
    fret.lastIndex = this.at;
    const found = fret.exec(this.body);
    const number = Number(found?.[1] ?? 0);
    this.note(number <= MAX_FRET ? number : 0, found?.[0].length ?? 1, true);
  }

  private digits(): void {
    const run = this.match(/\d+/y)[0];
    const start = this.at;
    // The usual case: one fret of one or two digits. A longer run is cut from the left, two digits where the neck has them.
    const frets: string[] = [];
    for (let rest = run; rest.length > 0;) {
      const two = rest.slice(0, 2);
      const isFret = two.length === 2 && two[0] !== '0' && Number(two) <= MAX_FRET;
      frets.push(isFret ? two : rest[0]!);
      rest = rest.slice(isFret ? 2 : 1);
    }
    if (frets.length > 1) {
      const code = run.length === 2 ? 'fretBeyondNeck' : 'fretsRunTogether';
      this.report(
        code,
        start,
        run,
        `“${run}” is read as frets ${frets.join(', ')}, one after the other,`,
        'adjusted',
      );
    }
    for (const fret of frets) this.note(Number(fret), fret.length, false);
  }

  private note(fret: number, width: number, dead: boolean): void {
    const cell: Cell = {
      string: this.source.string,
      start: this.at,
      end: this.at + width - 1,
      fret,
      dead,
      technique: this.link?.technique ?? 'pick',
      ghost: this.bracketAt !== null,
      vibrato: false,
      bend: null,
      line: this.source.line,
    };
    this.link = null;
    this.out.cells.push(cell);
    const slash = this.out.slashes.at(-1);
    if (slash && slash.after === null && slash.before !== cell && slash.forced !== 'out') {
      slash.after = cell;
      slash.touchesAfter =
        /^[('\s]*$/.test(this.body.slice(slash.column + 1, this.at)) &&
        !this.body.slice(slash.column + 1, this.at).includes(' ');
    }
    this.at += width;
  }

  /** `7b9`, `7b(9)`, `7b`, each with `r` or `r7` for the release. */
  private bend(): void {
    const cell = this.lastCell()!;
    const match = this.match(/[bB](?:\((\d+)\)|(\d*))(?:([rR])(\d*))?/y);
    const written = match[1] ?? match[2] ?? '';
    let target = written === '' ? null : Number(written.slice(0, 2));
    let used = match[0].length;
    if (target !== null && written.length > 1 && target > cell.fret + WIDEST_BEND) {
      target = Number(written[0]);
      if (match[1] === undefined) used = 2;
    }
    const size = target === null ? null : target - cell.fret;
    const released = used === match[0].length && match[3] !== undefined;
    const ok = size === null || (size > 0 && size <= WIDEST_BEND);
    const back = released ? (match[4] ?? '') : '';
    if (!ok || (back !== '' && Number(back) !== cell.fret))
      this.report(
        'bendTarget',
        this.at,
        match[0],
        `The bend “${cell.fret}${match[0]}” is read ${ok ? 'with a release to where it began' : 'without a size'},`,
        'adjusted',
      );
    cell.bend = { semitones: ok ? size : null, released };
    cell.end = this.at + used - 1;
    this.at += used;
  }

  /** The bent note before the last one, where that is the pitch it was bent to: it sounds again, or goes on in brackets. */
  private heldBend(): Cell | null {
    const [bent, last] = this.out.cells.slice(-2);
    if (!bent || !last || !bent.bend || bent.bend.semitones === null || last.bend) return null;
    const gap = this.body.slice(last.end + 1, this.at);
    const isHeld = last.fret === bent.fret + bent.bend.semitones && !last.dead && !bent.bend.released;
    return isHeld && /^\)?$/.test(gap) ? bent : null;
  }

  /** `10r8` or `(10)r8` after `8b10`: let down to where it began. Picked anew it is one pick, in brackets none. */
  private release(): void {
    const bent = this.heldBend()!;
    const last = this.out.cells.at(-1)!;
    const match = this.match(/[rR](\d*)/y);
    const back = match[1] ?? '';
    if (back !== '' && Number(back) !== bent.fret)
      this.report(
        'bendTarget',
        this.at,
        match[0],
        `The release “${match[0]}” is read to where the bend began, fret ${bent.fret},`,
        'adjusted',
      );
    const end = this.at + match[0].length - 1;
    if (last.ghost) {
      this.out.cells.pop();
      bent.bend = { ...bent.bend!, released: true };
      bent.end = end;
    } else {
      last.fret = bent.fret;
      last.bend = { semitones: bent.bend!.semitones, released: true };
      last.end = end;
    }
    this.at += match[0].length;
  }
}

/** Reads one string line; never throws. */
export function readCells(source: SystemLine, problems: Problem[]): StringCells {
  return new Scanner(source, problems).scan();
}

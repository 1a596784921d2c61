/** Filling pages: pure, so that it can be tested without a browser. */

/** What one piece of the sheet needs. A piece is never split over two pages. */
export interface Piece {
  /** Pixels, the space after it included. */
  readonly height: number;
  /** Stands on the same page as the piece after it: headings. */
  readonly withNext: boolean;
  /** Begins a page. */
  readonly startsPage: boolean;
  /** What it is of: pieces of one exercise stand on one page where they fit one. */
  readonly of: string;
}

function heightOf(pieces: readonly Piece[], of: string): number {
  return pieces.reduce((sum, piece) => (piece.of === of ? sum + piece.height : sum), 0);
}

/**
 * Puts pieces on pages in order; returns the indices of each page. Pieces that stand together go on together. A group
 * that is higher than a page is given up and filled piece by piece; a piece that is higher than a page has one of its own. An exercise that
 * would be cut and fits a page begins one.
 */
export function paginate(pieces: readonly Piece[], pageHeight: number): number[][] {
  const pages: number[][] = [];
  let page: number[] = [];
  let used = 0;
  const turn = () => {
    if (page.length > 0) pages.push(page);
    page = [];
    used = 0;
  };
  const put = (at: number) => {
    page.push(at);
    used += pieces[at]!.height;
  };
  for (let from = 0; from < pieces.length;) {
    let to = from;
    while (pieces[to]!.withNext && to + 1 < pieces.length) to++;
    const group = Array.from({ length: to - from + 1 }, (_, at) => from + at);
    const height = group.reduce((sum, at) => sum + pieces[at]!.height, 0);
    const { of, startsPage } = pieces[from]!;
    const isFirst = pieces[from - 1]?.of !== of;
    const whole = isFirst ? heightOf(pieces, of) : 0;
    const isCut = isFirst && used + whole > pageHeight && whole <= pageHeight;
    if (startsPage || isCut || (used + height > pageHeight && height <= pageHeight)) turn();
    for (const at of group) {
      if (used + pieces[at]!.height > pageHeight) turn();
      put(at);
    }
    from = to + 1;
  }
  turn();
  return pages;
}

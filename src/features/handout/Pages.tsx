'use client';
import { useLayoutEffect, useMemo, useRef, useState, type CSSProperties } from 'react';
import styled, { createGlobalStyle } from 'styled-components';
import type { Paper } from '@/storage';
import { colour, PAPER_COLOURS } from '@/ui/theme/tokens';
import { paginate } from './paginate';
import { contentSize, FOOT_MM, HEAD_MM, MARGIN_MM, PAPER_MM, PIXELS_PER_MM } from './paper';
import type { SheetPiece } from './sheetPiece';

/** Pixels under each piece; measured with it. */
const GAP = 10;

const Sheet = styled.div`
  ${PAPER_COLOURS}
  color-scheme: light;
  color: ${colour.ink};
  font-size: 13px;
  line-height: 1.35;
  .piece {
    padding-bottom: ${GAP}px;
  }
  h2 {
    font-size: 20px;
    overflow-wrap: anywhere;
  }
  .heading {
    padding-top: 12px;
  }
  .code {
    display: flex;
    align-items: center;
    gap: 12px;
    margin: 0;
  }
  .code svg {
    flex: none;
    background: #fff;
  }
  h3 {
    font-size: 14px;
  }
  h3 small {
    margin-left: 0.4em;
    font-size: 12px;
    font-weight: 400;
  }
  p {
    overflow-wrap: anywhere;
  }
  .marks {
    display: flex;
    flex-wrap: wrap;
    gap: 0 16px;
  }
  .marks li {
    display: inline-flex;
    align-items: center;
    gap: 4px;
  }
  .cues {
    font-size: 14.5px;
    font-weight: 600;
  }
  .system {
    display: block;
  }
  .note {
    display: flex;
    gap: 8px;
    white-space: pre-wrap;
  }
  .note .number {
    flex: none;
    align-self: start;
    min-width: 18px;
    height: 18px;
    border-radius: 9px;
    background: ${colour.caret};
    color: #fff;
    font-size: 11.5px;
    line-height: 18px;
    text-align: center;
  }
  .steps {
    display: grid;
    gap: 0 18px;
  }
  .steps li {
    display: flex;
    align-items: center;
    gap: 10px;
  }
  .steps b {
    width: 2.6em;
    font-size: 15px;
    text-align: right;
    font-variant-numeric: tabular-nums;
  }
  .steps span {
    display: inline-flex;
    align-items: center;
    gap: 4px;
  }
  .box {
    display: inline-block;
    width: 15px;
    height: 15px;
    border: 1.3px solid ${colour.ink};
    border-radius: 2px;
  }
  .room i {
    display: block;
    height: 28px;
    border-bottom: 1px solid ${colour.inkSoft};
  }
`;

/** On a narrow screen the pages are shown smaller; paper keeps its size. */
const Preview = styled.div`
  zoom: var(--sheet-zoom, 1);
  @media print {
    zoom: 1;
  }
`;

const Page = styled.section`
  position: relative;
  display: flex;
  flex-direction: column;
  margin: 0 auto 18px;
  padding: ${MARGIN_MM}mm;
  overflow: hidden;
  border: 1px solid ${colour.line};
  background: #fff;
  .head,
  .foot {
    display: flex;
    flex: none;
    justify-content: space-between;
    gap: 16px;
    color: ${colour.inkSoft};
    font-size: 12px;
  }
  .head {
    height: ${HEAD_MM}mm;
  }
  .foot {
    height: ${FOOT_MM}mm;
    align-items: end;
  }
  .content {
    flex: 1;
    min-height: 0;
  }
  @media print {
    margin: 0;
    border: 0;
    break-after: page;
    break-inside: avoid;
    &:last-child {
      break-after: auto;
    }
  }
`;

/** Measured, never seen. */
const Measure = styled(Sheet)`
  position: absolute;
  left: -10000px;
  top: 0;
  visibility: hidden;
  @media print {
    display: none;
  }
`;

/** Only the pages go to the printer, each of them on its own sheet. */
const PrintStyle = createGlobalStyle<{ $paper: Paper }>`
  @page { size: ${({ $paper }) => PAPER_MM[$paper].map((mm) => `${mm}mm`).join(' ')}; margin: 0; }
  @media print {
    body { background: #fff; }
    body > *:not(#view):not(:has(#view)), [data-chrome], [data-screen-only] { display: none !important; }
    #view { max-width: none; padding: 0; }
  }
`;

interface PagesProps {
  readonly pieces: readonly SheetPiece[];
  readonly paper: Paper;
  /** Who it is for, and what the sheet is called; empty: nothing is said. */
  readonly head: string;
  readonly title: string;
  readonly date: string;
}

/** Heights of the pieces as the browser lays them out, once they are known; measured again when they change. */
function useHeights(pieces: readonly SheetPiece[]) {
  const ref = useRef<HTMLDivElement>(null);
  const [heights, setHeights] = useState<ReadonlyMap<string, number>>(new Map());
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const measure = () =>
      setHeights(
        new Map(
          [...element.children].map((child) => [
            (child as HTMLElement).dataset.key ?? '',
            child.getBoundingClientRect().height,
          ]),
        ),
      );
    measure();
    // Letters may still change width when the font arrives.
    const observer = new ResizeObserver(measure);
    for (const child of element.children) observer.observe(child);
    return () => observer.disconnect();
  }, [pieces]);
  return [ref, heights] as const;
}

/** How much smaller a page must be to fit the width of the view. */
function useZoom(pageWidthMm: number) {
  const ref = useRef<HTMLDivElement>(null);
  const [zoom, setZoom] = useState(1);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const fit = () => setZoom(Math.min(1, element.clientWidth / (pageWidthMm * PIXELS_PER_MM + 2)));
    fit();
    const observer = new ResizeObserver(fit);
    observer.observe(element);
    return () => observer.disconnect();
  }, [pageWidthMm]);
  return [ref, zoom] as const;
}

/** The sheet as pages: on screen just as on paper. */
export function Pages({ pieces, paper, head, title, date }: PagesProps) {
  const [measure, heights] = useHeights(pieces);
  const { width, height } = contentSize(paper);
  const [pageWidth, pageHeight] = PAPER_MM[paper];
  const [room, zoom] = useZoom(pageWidth);
  const pages = useMemo(() => {
    if (pieces.some(({ key }) => !heights.has(key))) return [];
    const sized = pieces.map(({ key, withNext, startsPage, of }) => ({
      height: heights.get(key)!,
      withNext,
      startsPage,
      of,
    }));
    return paginate(sized, height);
  }, [pieces, heights, height]);
  return (
    <div ref={room}>
      <PrintStyle $paper={paper} />
      <Measure ref={measure} aria-hidden style={{ width }}>
        {pieces.map(({ key, body }) => (
          <div className="piece" key={key} data-key={key}>
            {body}
          </div>
        ))}
      </Measure>
      <Preview style={{ '--sheet-zoom': zoom } as CSSProperties}>
        <Sheet data-sheet data-pages={pages.length}>
          {pages.map((page, at) => (
            <Page
              key={at}
              aria-label={`Page ${at + 1} of ${pages.length}`}
              style={{ width: `${pageWidth}mm`, height: `${pageHeight}mm` }}
            >
              <div className="head">
                <span>{[title, head].filter((part) => part !== '').join(' · ')}</span>
                <span>{date}</span>
              </div>
              <div className="content">
                {page.map((index) => (
                  <div className="piece" key={pieces[index]!.key}>
                    {pieces[index]!.body}
                  </div>
                ))}
              </div>
              <div className="foot">
                <span>Warm up; short sets with rests. Tight means slower; pain means stop.</span>
                <span>
                  {at + 1} / {pages.length}
                </span>
              </div>
            </Page>
          ))}
        </Sheet>
      </Preview>
    </div>
  );
}

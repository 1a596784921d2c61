'use client';
/** The code that opens an exercise on a phone. */
import type { QrCode } from '@/work/qr';
import type { LoosePiece } from './sheetPiece';

/** An exercise's code as a piece of its sheet; null: it is too long for one. */
export function codePiece(code: QrCode | null): LoosePiece {
  return {
    key: 'code',
    withNext: false,
    body:
      code === null ? (
        <p>Too long for a code that a phone reads from paper: ask for the file.</p>
      ) : (
        <figure className="code">
          <svg
            viewBox={`-4 -4 ${code.modules} ${code.modules}`}
            width={`${code.edgeMm}mm`}
            height={`${code.edgeMm}mm`}
            shapeRendering="crispEdges"
            role="img"
            aria-label="Code that opens this exercise"
          >
            <path d={code.path} fill="#000" />
          </svg>
          <figcaption>Opens this exercise on a phone, with its strokes and ladder.</figcaption>
        </figure>
      ),
  };
}

'use client';
/** What moved between two takes: each kind of change where it was and where it is, on one scale of milliseconds. */
import { capital } from '@/core';
import { kindColour, KindIcon } from '@/ui/lane/marks';
import { colour } from '@/ui/theme/tokens';
import type { Movement } from '@/work/take/kept';
import { changesName, movementText } from '@/work/take/words';
import { HEIGHT, Rows, scaleOf, WIDTH } from './KindTable';

/** A hollow dot where it was, a full one where it is, and the way between. */
function Way({ of, x }: { of: Movement; x: (ms: number) => number }) {
  const fill = kindColour(of.change);
  const middle = HEIGHT / 2;
  return (
    <svg width={WIDTH} height={HEIGHT} aria-hidden>
      <path d={`M${x(0)},0 V${HEIGHT}`} stroke={colour.inkSoft} strokeWidth={1} />
      <path d={`M${x(of.fromMs)},${middle} H${x(of.toMs)}`} stroke={fill} strokeWidth={2.5} />
      <circle cx={x(of.fromMs)} cy={middle} r={4.5} fill={colour.card} stroke={fill} strokeWidth={2} />
      <circle cx={x(of.toMs)} cy={middle} r={5} fill={fill} />
    </svg>
  );
}

/** The movements of the kinds that both takes tell of. */
export function Moved({ movements, since }: { movements: readonly Movement[]; since: string }) {
  const { x } = scaleOf(
    movements.map(({ fromMs, toMs }) => ({ low: Math.min(fromMs, toMs), high: Math.max(fromMs, toMs) })),
  );
  return (
    <Rows role="status" data-moved>
      <caption>
        <strong>Since {since}.</strong> Hollow: then. Full: now. The upright line is where they should be.
      </caption>
      <thead>
        <tr>
          <th scope="col">After</th>
          <th scope="col">
            <span className="for-screen-readers">Drawn</span>
          </th>
          <th scope="col">Then, now, and the 95 % interval of the difference</th>
        </tr>
      </thead>
      <tbody>
        {movements.map((one) => (
          <tr key={one.change}>
            <th scope="row">
              <span>
                <KindIcon kind={one.change} size={15} /> {capital(changesName(one.change))}
              </span>
            </th>
            <td>
              <Way of={one} x={x} />
            </td>
            <td className="long">{movementText(one)}</td>
          </tr>
        ))}
      </tbody>
    </Rows>
  );
}

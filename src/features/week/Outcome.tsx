'use client';
import styled from 'styled-components';
import { exposureOfWeek, type PairExposure, type WeekBlocks, type WeekProblem } from '@/core/routine';
import { Panel, Table } from '@/ui/controls/panel';
import { colour } from '@/ui/theme/tokens';
import { shareText } from '@/work/week/telling';

/** Two bars on one scale, back to back about the middle. */
const Bars = styled.span`
  display: grid;
  grid-template-columns: 1fr 1fr;
  width: 9rem;
  height: 0.8rem;
  background: linear-gradient(${colour.inkSoft} 0 0) 50% 0 / 1px 100% no-repeat;
  i {
    display: block;
    height: 100%;
  }
  .outside {
    justify-self: end;
    border: 1.5px solid ${colour.outside};
    border-right: 0;
  }
  .inside {
    background: ${colour.inside};
  }
`;

const nameOf = ({ stringFrom, stringTo }: PairExposure) =>
  stringFrom === 0 ? 'pair not known' : `${stringFrom} to ${stringTo}`;

/** What a week comes to: its balance, string pair by string pair, played and planned. */
export function Outcome({ problem, blocks }: { problem: WeekProblem; blocks: WeekBlocks }) {
  const pairs = exposureOfWeek(problem, blocks);
  const most = Math.max(1, ...pairs.flatMap(({ inside, outside }) => [inside, outside]));
  const { share } = problem;
  const target = share
    ? `wanted: ${Math.round(100 * share.low)} to ${Math.round(100 * share.high)} % inside`
    : 'no balance is asked for';
  return (
    <Panel aria-label="What the hand meets this week">
      <h2>What the hand meets this week</h2>
      <p>
        {shareText(problem, blocks)}; {target}. Played and planned together, at the tempos of the next
        sessions.
      </p>
      {pairs.length === 0 ? null : (
        <Table>
          <thead>
            <tr>
              <th scope="col">From string</th>
              <th scope="col" className="number">
                Outside
              </th>
              <th scope="col">
                <span aria-hidden>outside · inside</span>
              </th>
              <th scope="col" className="number">
                Inside
              </th>
            </tr>
          </thead>
          <tbody>
            {pairs.map((pair) => (
              <tr key={nameOf(pair)}>
                <th scope="row">{nameOf(pair)}</th>
                <td className="number">{pair.outside}</td>
                <td>
                  <Bars aria-hidden>
                    <i className="outside" style={{ width: `${(100 * pair.outside) / most}%` }} />
                    <i className="inside" style={{ width: `${(100 * pair.inside) / most}%` }} />
                  </Bars>
                </td>
                <td className="number">{pair.inside}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </Panel>
  );
}

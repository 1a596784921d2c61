'use client';
/** How what is kept is: how much, how safe, whether it holds together; and putting it right. */
import { useCallback, useEffect, useState } from 'react';
import styled from 'styled-components';
import { database } from '@/storage';
import { readAside } from '@/storage/health';
import { Button } from '@/ui/controls/Button';
import { colour } from '@/ui/theme/tokens';
import { checkAll, readRoom, type Checked, type Room } from '@/work/health';
import { attempt } from '@/work/perform';
import { Facts, Part, TABLES } from './parts';
import { Aside, DamagedPart, IntegrityPart } from './Records';
import { Safety } from './Safety';
import { useKept } from '@/ui/shell/useKept';

const Root = styled.div`
  display: grid;
  gap: 1rem;
  max-width: 62rem;
  margin: 0 auto;
  outline: none;
  h1 {
    font-size: 1.45rem;
  }
  section {
    display: grid;
    gap: 0.5rem;
    padding: 0.9rem 1rem;
    border: 1px solid ${colour.line};
    border-radius: 0.5rem;
    background: ${colour.card};
  }
  h2 {
    font-size: 1.1rem;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
  }
  ul {
    display: grid;
    gap: 0.4rem;
  }
  .bad {
    color: ${colour.bad};
    font-weight: 600;
  }
  .good {
    font-weight: 600;
  }
  p,
  dd,
  li {
    overflow-wrap: anywhere;
  }
`;

/** The health of what is kept. */
export function Health() {
  const [checked, setChecked] = useState<Checked | null>(null);
  const [room, setRoom] = useState<Room | null>(null);
  const aside = useKept(() => readAside(database()));
  const look = useCallback(() => {
    attempt('Looking at what is kept', async () => {
      setRoom(await readRoom());
      setChecked(await checkAll());
    });
  }, []);
  useEffect(look, [look]);
  return (
    <Root tabIndex={-1}>
      <h1>Health of your data</h1>
      <Safety room={room} onAsked={look} />
      <Part title="What is kept">
        {checked ? (
          <>
            <Facts>
              {Object.entries(checked.integrity.counts).map(([table, count]) => (
                <div key={table}>
                  <dt>{TABLES[table] ?? table}</dt>
                  <dd>{count.toLocaleString('en')}</dd>
                </div>
              ))}
            </Facts>
            <div role="status">
              <IntegrityPart checked={checked} onDone={look} />
            </div>
            <DamagedPart
              damaged={checked.damaged}
              onDone={(done) => {
                // Off the list at once; looking at everything again takes a moment.
                setChecked({ ...checked, damaged: checked.damaged.filter((one) => one !== done) });
                look();
              }}
            />
            <div className="acts">
              <Button onPress={look}>Look again</Button>
            </div>
          </>
        ) : (
          <p aria-busy="true">Every record is looked at …</p>
        )}
      </Part>
      <Aside aside={aside ?? []} />
    </Root>
  );
}

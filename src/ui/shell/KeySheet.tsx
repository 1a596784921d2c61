'use client';
import { usePathname } from 'next/navigation';
import styled from 'styled-components';
import { Dialog } from '../controls/Dialog';
import { database, keepViewSettings } from '@/storage';
import { attempt } from '@/work/perform';
import { Button } from '../controls/Button';
import { Switch } from '../controls/Switch';
import { lookUp } from '@/work/words/asked';
import { purposeOf } from './purposes';
import { useView } from './viewSettings';
import { keyName, useKeyGroups, type KeyGroup } from '../keys/keys';
import { colour, MONO } from '../theme/tokens';

const Single = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 0.25rem 1rem;
  margin-bottom: 1rem;
  p {
    color: ${colour.inkSoft};
  }
`;

const Groups = styled.div`
  columns: 2 18rem;
  gap: 2rem;
  section {
    break-inside: avoid;
    margin-bottom: 1rem;
  }
  h3 {
    margin-bottom: 0.25rem;
    font-size: 1rem;
  }
  dl {
    display: grid;
    grid-template-columns: minmax(5.5rem, auto) 1fr;
    gap: 0.2rem 0.75rem;
  }
  kbd {
    padding: 0 0.35rem;
    border: 1px solid ${colour.inkSoft};
    border-radius: 0.25rem;
    font-family: ${MONO};
    font-size: 0.8125rem;
  }
`;

/** Keys of the shell, in force in every view. */
const EVERYWHERE: KeyGroup = {
  title: 'Everywhere',
  bindings: [
    { keys: ['F6'], does: 'To the messages, and back' },
    { keys: ['?'], does: 'This sheet' },
  ],
};

/** All keys that act now. */
export function KeySheet({ isOpen, onClose }: { isOpen: boolean; onClose: () => void }) {
  const groups = [...useKeyGroups(), EVERYWHERE];
  const view = useView();
  const purpose = purposeOf(usePathname());
  const setSingle = (singleKeys: boolean) =>
    attempt('Keeping the setting', () => keepViewSettings(database(), { singleKeys }));
  return (
    <Dialog title="Keys" isOpen={isOpen} onClose={onClose} canPrint>
      {purpose ? <p>{purpose}</p> : null}
      <Single>
        <Switch isOn={view.singleKeys} onChange={setSingle}>
          Single letters, digits and signs act everywhere
        </Switch>
        <Button
          look="quiet"
          aria-haspopup="dialog"
          onPress={() => {
            onClose();
            lookUp('all');
          }}
        >
          What the words mean …
        </Button>
        {view.singleKeys ? null : <p>Off: they act in the lane of the Bench only, where notes are typed.</p>}
      </Single>
      <Groups>
        {groups.map((group) => (
          <section key={group.title}>
            <h3>{group.title}</h3>
            <dl>
              {group.bindings.map(({ keys, does }) => (
                <div key={does} style={{ display: 'contents' }}>
                  <dt>
                    {keys.map((key, at) => (
                      <span key={key}>
                        {at > 0 ? ' ' : null}
                        <kbd>{keyName(key)}</kbd>
                      </span>
                    ))}
                  </dt>
                  <dd>{does}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </Groups>
    </Dialog>
  );
}

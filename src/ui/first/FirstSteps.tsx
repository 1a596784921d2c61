'use client';
/** The first steps: a card beside what it speaks of, which is marked. */
import { usePathname } from 'next/navigation';
import { useEffect } from 'react';
import styled, { createGlobalStyle } from 'styled-components';
import { FIRST_PATH, FIRST_STEPS } from '@/work/first/steps';
import { Button } from '../controls/Button';
import { useStore } from '../shell/useStore';
import { colour, ON_PHONE } from '../theme/tokens';

const Card = styled.section`
  position: fixed;
  z-index: 45;
  left: 1.25rem;
  bottom: calc(4.5rem + var(--foot));
  display: grid;
  gap: 0.5rem;
  width: min(24rem, calc(100vw - 2rem));
  padding: 0.9rem 1rem;
  border: 2px solid ${colour.accent};
  border-radius: 0.6rem;
  background: ${colour.card};
  box-shadow: 0 0.4rem 1.5rem #0004;
  h2 {
    font-size: 1.05rem;
  }
  small {
    color: ${colour.inkSoft};
  }
  .acts {
    display: flex;
    gap: 0.4rem;
  }
  .acts > :last-child {
    margin-left: auto;
  }
  @media ${ON_PHONE} {
    left: 1rem;
    bottom: calc(6.2rem + var(--foot));
  }
  @media print {
    display: none;
  }
`;

/** What is spoken of. */
const Marked = createGlobalStyle<{ $at: string }>`
  ${({ $at }) => $at} {
    outline: 3px dashed ${colour.accent} !important;
    outline-offset: 3px;
  }
`;

/** The step of the moment, on the Bench only. */
export function FirstSteps() {
  const at = useStore(FIRST_PATH);
  const path = usePathname();
  const step = at === null ? undefined : FIRST_STEPS[at];
  const isShown = step !== undefined && path === '/bench';
  useEffect(() => {
    if (isShown) document.querySelector(step.at)?.scrollIntoView({ block: 'nearest' });
  }, [isShown, step]);
  if (!isShown || at === null) return null;
  const isLast = at === FIRST_STEPS.length - 1;
  return (
    <Card aria-labelledby="first-step">
      <Marked $at={step.at} />
      <div role="status">
        <small>
          First steps, {at + 1} of {FIRST_STEPS.length}
        </small>
        <h2 id="first-step">{step.title}</h2>
        <p>{step.says}</p>
      </div>
      <div className="acts">
        <Button look="primary" onPress={() => FIRST_PATH.go(1)}>
          {isLast ? 'Done' : 'Next'}
        </Button>
        {at > 0 ? <Button onPress={() => FIRST_PATH.go(-1)}>Back</Button> : null}
        {isLast ? null : (
          <Button look="quiet" onPress={FIRST_PATH.leave}>
            Leave
          </Button>
        )}
      </div>
    </Card>
  );
}

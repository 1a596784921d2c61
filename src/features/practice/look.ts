'use client';
/** The look of the runner: large, few things, for hands on the instrument. */
import styled from 'styled-components';
import { colour } from '@/ui/theme/tokens';

export const Root = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  > * {
    grid-column: 1 / -1;
  }
  > .care {
    grid-column: 1;
  }
  > .hand {
    grid-column: 2;
  }
  gap: 0.75rem;
  outline: none;
  .warn {
    color: ${colour.warn};
  }
  .found {
    font-size: 1.25rem;
  }
  .verdicts {
    display: grid;
    grid-template-columns: 1.4fr 1fr 1fr;
    gap: 0.75rem;
  }
  .big {
    min-height: 4rem;
    font-size: 1.35rem;
    font-weight: 650;
    white-space: normal;
  }
  .good:not(:disabled) {
    border: 2px solid ${colour.good};
    color: ${colour.good};
  }
  .bad:not(:disabled) {
    border: 2px solid ${colour.bad};
    color: ${colour.bad};
  }
  .care,
  .hand,
  .why,
  .look {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.5rem;
  }
  .why p {
    flex-basis: 100%;
  }
  .look {
    padding: 0.5rem 1rem;
    border: 1px solid ${colour.line};
    border-radius: 0.5rem;
    background: ${colour.card};
  }
  .look > div {
    flex: 1 1 16rem;
  }
  /* Within the thumb's reach, however long the lane is. */
  @media (max-width: 40rem) {
    .verdicts {
      position: sticky;
      z-index: 2;
      bottom: calc(3rem + var(--foot));
      gap: 0.4rem;
      margin: 0 -0.25rem;
      padding: 0.4rem 0.25rem;
      background: ${colour.paper};
    }
    > .care,
    > .hand {
      grid-column: 1 / -1;
    }
    .hand {
      position: sticky;
      z-index: 2;
      bottom: var(--foot);
      margin: 0 -0.25rem;
      padding: 0 0.25rem 0.4rem;
      background: ${colour.paper};
    }
    .hand button {
      flex: 1;
      min-height: 2.6rem;
    }
    .big {
      min-height: 3.5rem;
      padding: 0.2rem;
      font-size: 1.1rem;
    }
    /* No keys there. */
    kbd,
    .keys {
      display: none;
    }
  }
`;

export const Head = styled.header`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 1rem;
  h1 {
    font-size: 1.25rem;
    overflow-wrap: anywhere;
  }
  p {
    color: ${colour.inkSoft};
  }
  nav {
    display: flex;
    margin-left: auto;
  }
  nav a {
    padding: 0.25rem 0.7rem;
    border-bottom: 2px solid transparent;
    color: ${colour.ink};
    text-decoration: none;
  }
  nav a[aria-current] {
    border-color: ${colour.accent};
    font-weight: 650;
  }
`;

export const Big = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.75rem 2.5rem;
  .tempo {
    display: flex;
    align-items: center;
    gap: 1rem;
    min-width: min(21rem, 100%);
  }
  .tempo b {
    font-size: 5.5rem;
    line-height: 1;
    font-variant-numeric: tabular-nums;
    letter-spacing: -0.02em;
  }
  .now {
    flex: 1 1 18rem;
    font-size: 1.1rem;
  }
  .said {
    min-height: 1.6em;
    font-size: 1.3rem;
    font-weight: 650;
  }
  @media (max-width: 40rem) {
    gap: 0.5rem 1rem;
    .tempo {
      flex: 1;
      gap: 0.75rem;
      min-width: 12rem;
    }
    .tempo b {
      font-size: 3.5rem;
    }
    [data-beat] {
      width: 3.5rem;
      height: 3.5rem;
    }
    .now {
      flex-basis: 100%;
      font-size: 1rem;
    }
    .said {
      font-size: 1.1rem;
    }
  }
`;

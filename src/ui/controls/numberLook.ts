import { css } from 'styled-components';
import { colour } from '../theme/tokens';

/** The look of a number field, before and after it is loaded. */
export const numberLook = css`
  display: flex;
  width: fit-content;
  border: 1px solid ${colour.inkSoft};
  border-radius: 0.4rem;
  background: ${colour.card};
  overflow: hidden;
  input {
    width: 3.2rem;
    min-height: 1.9rem;
    border: 0;
    background: transparent;
    text-align: center;
    font-variant-numeric: tabular-nums;
  }
`;

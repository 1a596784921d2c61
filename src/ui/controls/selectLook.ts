import { css } from 'styled-components';
import { colour } from '../theme/tokens';
import { pressable } from './Button';

/** The look of a select, before and after it is loaded. */
export const selectLook = css`
  ${pressable}
  width: 100%;
  justify-content: space-between;
  border-color: ${colour.inkSoft};
  padding: 0.2rem 0.5rem;
  svg {
    flex: none;
  }
  span {
    overflow: hidden;
    text-overflow: ellipsis;
  }
`;

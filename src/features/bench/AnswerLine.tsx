'use client';
import styled from 'styled-components';
import { trainsSentence } from '@/core';
import { useView } from '@/ui/shell/viewSettings';
import { colour } from '@/ui/theme/tokens';
import { AnswerParts, type AnswerPartsProps } from './AnswerParts';
import { BalanceBar } from './BalanceBar';
import { Legend } from './Legend';

const Answer = styled.section`
  display: grid;
  gap: 0.25rem;
`;

const Says = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.2rem 0.75rem;
  p {
    flex: 1 1 20rem;
    color: ${colour.ink};
    font-size: 1rem;
    font-weight: 600;
  }
`;

/** What the strokes come to, under the lane whatever panel is open: the balance with its picture, who decides, what is tightest. */
export function AnswerLine({ hasPins, ...props }: AnswerPartsProps & { readonly hasPins: boolean }) {
  const { exercise, plan } = props;
  const { figures } = plan.analysis;
  const view = useView();
  return (
    <Answer aria-label="What it comes to">
      <Says>
        <BalanceBar figures={figures} goal={exercise.goal} />
        <p data-trains>{trainsSentence(plan.analysis, view)}</p>
        {figures.picks > 0 ? <Legend kinds={figures.kinds} hasPins={hasPins} /> : null}
      </Says>
      <AnswerParts {...props} />
    </Answer>
  );
}

'use client';
import styled from 'styled-components';
import { trainsSentence, type Plan } from '@/core';
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

interface AnswerLineProps extends AnswerPartsProps {
  readonly hasPins: boolean;
  /** Of what the lane shows where that is only tried; else null. */
  readonly triedPlan: Plan | null;
}

/**
 * What the strokes come to, under the lane whatever panel is open: the balance with its picture, who decides, what is tightest. Where
 * something is only tried it says what that comes to, and the exercise's own beside it.
 */
export function AnswerLine({ hasPins, triedPlan, ...props }: AnswerLineProps) {
  const { exercise, plan } = props;
  const { analysis } = triedPlan ?? plan;
  const view = useView();
  return (
    <Answer aria-label="What it comes to" data-answer>
      <Says>
        <BalanceBar figures={analysis.figures} goal={exercise.goal} />
        <p data-trains>{trainsSentence(analysis, view)}</p>
        {analysis.figures.picks > 0 ? <Legend kinds={analysis.figures.kinds} hasPins={hasPins} /> : null}
      </Says>
      {triedPlan ? <small>Yours: {trainsSentence(plan.analysis, view)}</small> : <AnswerParts {...props} />}
    </Answer>
  );
}

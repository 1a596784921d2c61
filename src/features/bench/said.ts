/** What the Bench says to someone who does not see it. */
import { goalText, trainsSentence, type Exercise, type Plan, type Schools } from '@/core';

export { changeText, spokenPlace } from '@/core';

/** What the lane shows, in a few sentences. */
export function laneSummary({ title, goal }: Exercise, plan: Plan, schools: Schools): string {
  const wants = goal.kind ? `Goal: ${goalText(goal)}.` : '';
  return `${title}. ${trainsSentence(plan.analysis, schools)} ${wants} Arrow keys move, digits set frets, question mark lists all keys.`;
}

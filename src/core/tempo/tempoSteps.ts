/** The steps of a ladder as far as tempos go. */
import { buildLadder } from './ladder';
import type { LadderSpec, LadderStep } from '../model/ladder';
import type { KeptLadder } from './climb';

/** The tempos of a ladder, made by hand where they are. */
export function tempoSteps(spec: LadderSpec, kept: KeptLadder | undefined): readonly LadderStep[] {
  return kept?.steps ?? buildLadder(spec);
}

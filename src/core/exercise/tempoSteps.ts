/** The steps of a ladder as far as tempos go. */
import { buildLadder } from '../tempo/ladder';
import type { LadderSpec, LadderStep } from '../tempo/spec';
import type { KeptLadder } from './climb';

/** The tempos of a ladder, made by hand where they are. */
export function tempoSteps(spec: LadderSpec, kept: KeptLadder | undefined): readonly LadderStep[] {
  return kept?.steps ?? buildLadder(spec);
}

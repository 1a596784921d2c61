'use client';
import { counted } from '@/core';
import { Button } from '@/ui/controls/Button';
import { Panel } from '@/ui/controls/panel';
import { differenceTitle } from '@/ui/taking/differences';
import { FieldTable } from '@/ui/taking/FieldTable';
import { One } from '@/ui/taking/look';
import { runText, settleCorrection, settleRecord, type InTwo } from '@/work/parcels/listing';
import { attempt } from '@/work/perform';

/** What two devices changed without knowing of each other. Until it is settled, what stands on the left is shown everywhere. */
export function InTwoVersions({ inTwo: { unsettled, runs, around } }: { inTwo: InTwo }) {
  return (
    <Panel aria-label="In two versions">
      <h2>{counted(unsettled.length + runs.length, 'record')} in two versions</h2>
      <p>
        Changed here and elsewhere, neither knowing of the other. Until you settle it, what is called “here”
        is shown and used; nothing is lost either way.
      </p>
      <ul>
        {unsettled.map((one) => {
          const { difference } = one;
          const title = differenceTitle(difference, around);
          const isGone = difference.there === null;
          return (
            <One key={`${difference.table} ${difference.id} ${one.key}`}>
              <h3>
                {title}{' '}
                <small>{isGone ? 'changed here, deleted elsewhere' : 'changed here and elsewhere'}</small>
              </h3>
              {isGone ? null : (
                <FieldTable difference={difference} around={around} other="The other version" />
              )}
              <div>
                <Button
                  aria-label={`Keep what is here of ${title}`}
                  onPress={() => attempt('Settling', () => settleRecord(one, 'shown'))}
                >
                  Keep what is here
                </Button>{' '}
                <Button
                  aria-label={isGone ? `Delete ${title} here too` : `Take the other version of ${title}`}
                  onPress={() => attempt('Settling', () => settleRecord(one, 'other'))}
                >
                  {isGone ? 'Delete it here too' : 'Take the other'}
                </Button>
              </div>
            </One>
          );
        })}
        {runs.map((some) => {
          const title = around.exercises.find(({ id }) => id === some[0]!.exerciseId)?.title ?? 'an exercise';
          return (
            <One key={some[0]!.id}>
              <h3>
                A run on “{title}” <small>put right on two devices</small>
              </h3>
              {some.map((run, at) => (
                <div key={run.id}>
                  {runText(run)} {at === 0 ? '(counts now) ' : ''}
                  <Button
                    aria-label={`This holds: ${runText(run)}`}
                    onPress={() => attempt('Settling', () => settleCorrection(run))}
                  >
                    This holds
                  </Button>
                </div>
              ))}
            </One>
          );
        })}
      </ul>
    </Panel>
  );
}

'use client';
import { SlidersHorizontal } from 'lucide-react';
import Link from 'next/link';
import { memo, type RefObject } from 'react';
import { benchAt, practiceAt } from '@/addresses';
import type { PracticeMode } from '@/storage';
import { Button } from '@/ui/controls/Button';
import type { HearingState, RunHearing } from '@/work/practice/hearing';
import { steadyActions } from '@/work/practice/actions';
import type { PracticeStore } from '@/work/practice/store';
import { HearingButton } from './HearingPanel';
import { Head } from './look';

const MODE_NAMES: Record<PracticeMode, string> = { ladder: 'Ladder', lesson: 'Lesson', probe: 'Probe' };

interface PracticeHeadProps {
  readonly exerciseId: string;
  readonly title: string;
  readonly playerName: string;
  readonly mode: PracticeMode;
  /** Whether there is something to hear, and to end. */
  readonly isUnderWay: boolean;
  readonly store: PracticeStore;
  readonly hearing: RunHearing;
  readonly heard: HearingState;
  readonly trigger: RefObject<HTMLButtonElement | null>;
  readonly onMetronome: () => void;
}

/** What is practised, how, and with what; drawn apart, because a verdict changes none of it. */
export const PracticeHead = memo(function PracticeHead(props: PracticeHeadProps) {
  const { exerciseId, title, playerName, mode, isUnderWay, store, hearing, heard } = props;
  return (
    <Head>
      <h1>
        Practice: <Link href={benchAt(exerciseId)}>{title || 'Untitled'}</Link>
      </h1>
      <p>for {playerName}</p>
      <nav aria-label="How">
        {(['ladder', 'lesson', 'probe'] as const).map((one) => (
          <Link
            key={one}
            href={practiceAt(exerciseId, one)}
            {...(one === mode ? { 'aria-current': 'page' as const } : {})}
          >
            {MODE_NAMES[one]}
          </Link>
        ))}
      </nav>
      {isUnderWay ? <HearingButton hearing={hearing} heard={heard} /> : null}
      <Button ref={props.trigger} onPress={props.onMetronome} aria-haspopup="dialog">
        <SlidersHorizontal size={16} aria-hidden /> Metronome <kbd aria-hidden>m</kbd>
      </Button>
      {isUnderWay ? (
        <Button onPress={steadyActions(store).end}>
          End <kbd aria-hidden>q</kbd>
        </Button>
      ) : null}
    </Head>
  );
});

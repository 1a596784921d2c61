'use client';
/** A practice track: what is heard, as what file, rendered with its progress shown, and saved. */
import { AudioLines, Save } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import { durationText, MAX_BPM, MIN_BPM, PLAIN_CLICK, sizeText } from '@/core';
import { layTrack, type TrackNotes } from '@/core/track';
import { database, practiceSettings } from '@/storage';
import { smallTrackForm, type Running, type TrackForm } from '@/workers';
import { fileName } from '@/work/givingOne';
import { attempt, told } from '@/work/perform';
import { trackAsked, type TrackAsk } from '@/work/track/asked';
import { piecesOf, type TrackOf } from '@/work/track/pieces';
import { BYTES_A_SECOND, startRendering, TRACK_RATE, TRACK_TYPES, trackFile } from '@/work/track/rendering';
import { Button } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { Dialog } from '../controls/Dialog';
import { NumberField } from '../controls/NumberField';
import { Switch } from '../controls/Switch';
import { download } from './download';
import { useKept } from './useKept';

const Form = styled.div`
  display: grid;
  gap: 0.9rem;
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 0.75rem;
    align-items: end;
  }
  progress {
    width: 100%;
  }
`;

const MAX_PASSES = 500;

/** Tempo and passes of a track of one exercise. */
function OneExercise({
  of,
  onChange,
}: {
  of: Extract<TrackOf, { kind: 'exercise' }>;
  onChange: (of: TrackOf) => void;
}) {
  return (
    <div className="row">
      <NumberField
        label="Tempo, bpm"
        value={of.bpm}
        min={MIN_BPM}
        max={MAX_BPM}
        onChange={(bpm) => (bpm === null ? undefined : onChange({ ...of, bpm }))}
      />
      <NumberField
        label="Passes"
        value={of.passes}
        min={1}
        max={MAX_PASSES}
        onChange={(passes) => (passes === null ? undefined : onChange({ ...of, passes }))}
      />
    </div>
  );
}

function Making({ ask }: { ask: TrackAsk }) {
  const [of, setOf] = useState(ask.of);
  const [notes, setNotes] = useState<TrackNotes>('always');
  const [isSpoken, setIsSpoken] = useState(false);
  const [form, setForm] = useState<TrackForm>('wav');
  const [small, setSmall] = useState<TrackForm | null>(null);
  const [done, setDone] = useState<number | null>(null);
  const [rendered, setRendered] = useState<{ readonly name: string; readonly chapters: string } | null>(null);
  const running = useRef<Running<string> | null>(null);
  // What was stopped while its words were still being read must not begin after all.
  const turn = useRef(0);
  const settings = useKept(() => practiceSettings(database()));
  const clicks = settings?.clicks ?? PLAIN_CLICK;
  const { pieces, numbers } = useMemo(() => piecesOf(of, clicks), [of, clicks]);
  const laid = useMemo(() => layTrack(pieces, TRACK_RATE), [pieces]);
  const seconds = laid.at(-1)!.endFrame / TRACK_RATE;
  useEffect(() => {
    let isThere = true;
    smallTrackForm().then(
      (found) => isThere && setSmall(found),
      () => undefined,
    );
    return () => {
      isThere = false;
      turn.current += 1;
      running.current?.stop();
    };
  }, []);
  const changed =
    <Value,>(set: (value: Value) => void) =>
    (value: Value) => {
      setRendered(null);
      set(value);
    };
  const name = `${fileName(ask.name)} track.${form}`;
  const stop = () => {
    turn.current += 1;
    running.current?.stop();
    running.current = null;
    setDone(null);
  };
  const render = () =>
    attempt('Rendering the track', async () => {
      turn.current += 1;
      const mine = turn.current;
      setRendered(null);
      setDone(0);
      try {
        const job = await startRendering(
          name,
          pieces,
          { form, notes, numbers: isSpoken ? numbers : null },
          setDone,
        );
        if (mine !== turn.current) return job.stop();
        running.current = job;
        setRendered({ name, chapters: await job.result });
        told('The track is ready.');
      } finally {
        if (mine === turn.current) {
          running.current = null;
          setDone(null);
        }
      }
    });
  const save = (of: string) =>
    attempt('Saving the track', async () => download(of, await trackFile(of), TRACK_TYPES[form]));
  return (
    <Form>
      {of.kind === 'exercise' ? <OneExercise of={of} onChange={changed(setOf)} /> : null}
      <Choice
        label="Notes beside the click"
        value={notes}
        onChange={changed(setNotes)}
        options={[
          { id: 'always', name: 'always' },
          { id: 'first pass', name: 'in the first pass' },
          { id: 'never', name: 'never' },
        ]}
      />
      {numbers.some((number) => number !== null) ? (
        <Switch isOn={isSpoken} onChange={changed(setIsSpoken)}>
          Step numbers are spoken
        </Switch>
      ) : null}
      <Choice
        label="File"
        value={form}
        onChange={changed(setForm)}
        options={[
          { id: 'wav', name: `WAV, ${sizeText(seconds * BYTES_A_SECOND.wav)}` },
          ...(small
            ? [
                {
                  id: small,
                  name: `small (${small === 'ogg' ? 'Opus' : 'AAC'}), ${sizeText(seconds * BYTES_A_SECOND[small])}`,
                },
              ]
            : []),
        ]}
      />
      <p>
        {durationText(seconds)}, {pieces.length === 1 ? 'one piece' : `${pieces.length} pieces`}, with
        count-in and rest{isSpoken ? ', what is spoken not counted' : ''}.
      </p>
      {done === null ? null : (
        <progress aria-label="Rendering the track" value={done} max={1}>
          {Math.round(done * 100)} %
        </progress>
      )}
      <div className="row">
        {done === null ? (
          <Button look={rendered ? 'plain' : 'primary'} onPress={render}>
            <AudioLines size={15} aria-hidden /> Make the track
          </Button>
        ) : (
          <Button onPress={stop}>Stop</Button>
        )}
        {rendered ? (
          <>
            <Button look="primary" onPress={() => save(rendered.name)}>
              <Save size={15} aria-hidden /> Save the track
            </Button>
            <Button
              onPress={() => download(`${fileName(ask.name)} chapters.txt`, rendered.chapters, 'text/plain')}
            >
              Save the chapters
            </Button>
          </>
        ) : null}
      </div>
    </Form>
  );
}

/** Makes a practice track of what was asked for. */
export function TrackDialog({ ask }: { ask: TrackAsk }) {
  return (
    <Dialog title={`Practice track: ${ask.name}`} isOpen onClose={() => trackAsked.answer(null)}>
      <Making ask={ask} />
    </Dialog>
  );
}

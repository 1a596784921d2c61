'use client';
import { memo } from 'react';
import styled from 'styled-components';
import {
  type BriefPart,
  CHANGES_ON,
  cleanRhythm,
  CONTOURS,
  FIGURE_SIZES,
  MAX_BRIEF_NOTES,
  MAX_PATTERN,
  MAX_RHYTHM,
  slantOfBrief,
  type Brief,
  withTurns,
} from '@/core/brief';
import { CHORDS, cleanStrokes, SCALES, TONICS } from '@/core/compose';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import { Switch } from '@/ui/controls/Switch';
import { TextField } from '@/ui/controls/TextField';
import { FingerFields } from './FingerFields';
import { StringToggles } from '../material/StringToggles';
import { FieldRow } from '../TwoColumns';

export interface BriefFieldsProps {
  readonly brief: Brief;
  readonly set: (part: BriefPart) => void;
}

const OPEN = 'open';

const NOTE_NAMES = [{ id: OPEN, name: 'open' }, ...TONICS.map((name) => ({ id: name as string, name }))];

const TONE_KINDS = [
  { id: 'scale', name: 'a scale' },
  { id: 'chord', name: 'a chord' },
  { id: 'chromatic', name: 'any notes' },
] as const;

/** Which notes, and how many. Fields are drawn anew for another brief only, not for each line that is found. */
export const NoteFields = memo(function NoteFields({ brief, set }: BriefFieldsProps) {
  const { tones, notes } = brief;
  const tonic = tones.kind === 'chromatic' ? 'B' : tones.tonic;
  return (
    <>
      <Select
        label="Notes from"
        value={tones.kind}
        options={TONE_KINDS}
        onChange={(kind) =>
          set({
            tones:
              kind === 'scale'
                ? { kind, tonic, name: 'dorian' }
                : kind === 'chord'
                  ? { kind, tonic, name: 'm7' }
                  : { kind: 'chromatic' },
          })
        }
      />
      {tones.kind === 'chromatic' ? null : (
        <>
          <Select
            label={tones.kind === 'scale' ? 'Key' : 'Root'}
            value={tones.tonic}
            options={TONICS.map((id) => ({ id: id as string, name: id }))}
            onChange={(next) => set({ tones: { ...tones, tonic: next } })}
          />
          <Select
            label={tones.kind === 'scale' ? 'Scale' : 'Chord'}
            value={tones.name}
            options={
              tones.kind === 'scale'
                ? SCALES.map((id) => ({ id: id as string, name: id }))
                : CHORDS.map(([id, name]) => ({ id: id as string, name }))
            }
            onChange={(name) => set({ tones: { ...tones, name } })}
          />
        </>
      )}
      <NumberField
        label="How many notes"
        value={notes}
        min={2}
        max={MAX_BRIEF_NOTES}
        onChange={(count) => count !== null && set({ notes: count })}
      />
      {brief.loop ? null : (
        <Switch isOn={brief.lands === true} onChange={(lands) => set({ lands: lands || undefined })}>
          and on to a beat
        </Switch>
      )}
    </>
  );
});

const POLICIES = [
  { id: 'alternateByNote', name: 'alternate picking' },
  { id: 'alternateByPulse', name: 'by pulse' },
  { id: 'economy', name: 'economy picking' },
  { id: 'sweep', name: 'sweep picking' },
  { id: 'oneSlant', name: 'one slant' },
] as const;

const CONTOUR_NAMES: Record<Brief['contour'], string> = {
  free: 'as it comes',
  rising: 'rising',
  falling: 'falling',
  arch: 'up, then down',
  sequence: 'in groups: three up, one back',
};

const Fields = styled.div`
  display: grid;
  gap: 0.6rem;
  padding-top: 0.5rem;
`;

const Pattern = styled.div`
  width: 7rem;
`;

const Rhythm = styled.div`
  width: 20rem;
  max-width: 100%;
`;

/** The wishes that are seldom changed. */
export const WishFields = memo(function WishFields({
  brief,
  set,
  places,
}: BriefFieldsProps & { readonly places: Brief['likeness'] }) {
  const [low, high] = brief.frets;
  return (
    <Fields>
      <FieldRow>
        <StringToggles
          count={brief.tuning.length}
          value={brief.strings}
          onChange={(strings) => strings.length > 0 && set({ strings })}
        />
        <NumberField
          label="Lowest fret"
          value={low}
          min={0}
          max={24}
          onChange={(fret) => fret !== null && set({ frets: [fret, Math.max(fret, high)] })}
        />
        <NumberField
          label="Highest fret"
          value={high}
          min={0}
          max={24}
          onChange={(fret) => fret !== null && set({ frets: [Math.min(low, fret), fret] })}
        />
        <NumberField
          label="Slots a beat"
          value={brief.subdivision}
          min={1}
          max={8}
          onChange={(subdivision) => subdivision !== null && set({ subdivision })}
        />
        <Rhythm>
          <TextField
            label="Rhythm (p picked, s slurred to, - held on, . rest)"
            value={brief.rhythm ?? ''}
            placeholder="every slot picked"
            maxLength={2 * MAX_RHYTHM}
            onChange={(text) => set({ rhythm: cleanRhythm(text).slice(0, MAX_RHYTHM) })}
          />
        </Rhythm>
        <Switch isOn={brief.loop} onChange={(loop) => set({ loop })}>
          it goes round
        </Switch>
      </FieldRow>
      <FieldRow>
        <Select
          label="Strokes"
          value={brief.policy}
          options={POLICIES}
          onChange={(policy) => set({ policy })}
        />
        <Pattern>
          <TextField
            label="or a pattern"
            value={brief.strokes ?? ''}
            placeholder="d d u"
            maxLength={2 * MAX_PATTERN}
            onChange={(text) => set({ strokes: cleanStrokes(text).slice(0, MAX_PATTERN) })}
          />
        </Pattern>
        <Select
          label="Begins with"
          value={brief.start}
          options={[
            { id: 'down', name: 'a downstroke' },
            { id: 'up', name: 'an upstroke' },
          ]}
          onChange={(start) => set({ start })}
        />
        <Select
          label="Exits suit"
          value={slantOfBrief(brief) ?? OPEN}
          options={[
            // One slant keeps one or the other.
            ...(brief.policy === 'oneSlant' ? [] : [{ id: OPEN, name: 'any slant' } as const]),
            { id: 'downward', name: 'downward slant only' },
            { id: 'upward', name: 'upward slant only' },
          ]}
          onChange={(slant) => set({ slant: slant === OPEN ? null : slant })}
        />
      </FieldRow>
      <FingerFields brief={brief} set={set} />
      <FieldRow>
        <Select
          label="The line goes"
          value={brief.contour}
          options={CONTOURS.map((id) => ({ id, name: CONTOUR_NAMES[id] }))}
          onChange={(contour) => set({ contour })}
        />
        <NumberField
          label="Largest leap (semitones)"
          value={brief.largestLeap}
          min={1}
          max={24}
          onChange={(largestLeap) => set({ largestLeap })}
        />
        <NumberField
          label="Turns of direction, at least"
          value={brief.turns?.min || null}
          min={0}
          max={MAX_BRIEF_NOTES}
          onChange={(count) => set({ turns: withTurns(brief, 'min', count) })}
        />
        <NumberField
          label="Turns, at most"
          value={brief.turns?.max ?? null}
          min={0}
          max={MAX_BRIEF_NOTES}
          onChange={(count) => set({ turns: withTurns(brief, 'max', count) })}
        />
        <Select
          label="First note"
          value={brief.startsOn ?? OPEN}
          options={NOTE_NAMES}
          onChange={(name) => set({ startsOn: name === OPEN ? null : name })}
        />
        <Select
          label="Last note"
          value={brief.endsOn ?? OPEN}
          options={NOTE_NAMES}
          onChange={(name) => set({ endsOn: name === OPEN ? null : name })}
        />
        <Switch isOn={brief.mayRepeat} onChange={(mayRepeat) => set({ mayRepeat })}>
          a note may come twice in a row
        </Switch>
        <Switch isOn={brief.noSkips === true} onChange={(noSkips) => set({ noSkips: noSkips || undefined })}>
          no skips
        </Switch>
        <Select
          label="Strings change"
          value={brief.changesOn ?? OPEN}
          options={[
            { id: OPEN, name: 'wherever it comes' },
            { id: 'the beat', name: 'on the beat only' },
            { id: 'off the beat', name: 'off the beat only' },
          ]}
          onChange={(id) => set({ changesOn: CHANGES_ON.find((one) => one === id) ?? null })}
        />
        <Select
          label="A figure that returns, moved"
          value={String(brief.returns ?? OPEN)}
          options={[
            { id: OPEN, name: 'as it comes' },
            ...FIGURE_SIZES.map((size) => ({ id: String(size), name: `of ${size} notes` })),
          ]}
          onChange={(id) => set({ returns: FIGURE_SIZES.find((size) => String(size) === id) ?? null })}
        />
        {places || brief.likeness ? (
          <Select
            label="Beside the notes in the lane"
            value={brief.likeness?.wish ?? OPEN}
            options={[
              { id: OPEN, name: 'as it comes' },
              { id: 'like', name: 'near to them' },
              { id: 'unlike', name: 'away from them' },
            ]}
            onChange={(wish) => {
              const kept = (brief.likeness ?? places)!;
              set({ likeness: wish === OPEN ? null : { ...kept, wish } });
            }}
          />
        ) : null}
      </FieldRow>
    </Fields>
  );
});

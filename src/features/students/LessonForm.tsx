'use client';
import { Trash2 } from 'lucide-react';
import styled from 'styled-components';
import { MAX_BPM, MAX_TITLE, MIN_BPM, type LessonRecord } from '@/core';
import { HEARD_VERDICTS, type Heard, type HeardVerdict, type SetTask } from '@/core/record';
import { changeLesson, readLesson, database, type LessonFields } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { Choice } from '@/ui/controls/Choice';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import { say } from '@/ui/controls/say';
import { TextField } from '@/ui/controls/TextField';
import { useTyped } from '@/ui/shell/useTyped';
import { inWords } from '@/work/perform';
import { colour } from '@/ui/theme/tokens';
import { heardLine, taskLine, withLine } from '@/work/students/lessonLines';

const Form = styled.div`
  display: grid;
  gap: 0.9rem;
  h4 {
    font-size: 0.9375rem;
  }
`;

const Lines = styled.ul`
  display: grid;
  gap: 0.5rem;
  margin: 0.25rem 0 0;
  padding: 0;
  list-style: none;
  &:empty {
    display: none;
  }
  li {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 0.4rem 0.75rem;
    padding: 0.5rem 0.6rem;
    border: 1px solid ${colour.line};
    border-radius: 0.4rem;
  }
  .title {
    flex: 1 1 12rem;
    align-self: center;
    font-weight: 600;
  }
  .words {
    flex: 1 1 14rem;
  }
`;

const Offers = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.4rem;
  margin-top: 0.4rem;
`;

const MAX_WORDS = 4000;
const OTHER = 'other';
const NONE = '';

const VERDICT_NAMES: Readonly<Record<HeardVerdict, string>> = {
  '': 'not said',
  clean: 'clean',
  'not clean': 'not clean',
  'not ready': 'not ready to be heard',
};

/** An exercise that can be heard or set. */
export interface Offered {
  readonly id: string;
  readonly title: string;
  /** The tempo that it stands at; null: not known. */
  readonly bpm: number | null;
}

interface LessonFormProps {
  readonly lesson: LessonRecord;
  /** Those that are worked on or were set: one press adds them. */
  readonly near: readonly Offered[];
  /** All of the Library. */
  readonly all: readonly Offered[];
  /** What a line is about, by its name. */
  readonly titleOf: (line: Heard | SetTask) => string;
  /** Told when an exercise is set, so that the student has a ladder on it. */
  readonly onSet: (exerciseId: string) => void;
}

/** Adds an exercise: those at hand by a press, the others from a list, and what is none by its name. */
function Adding({
  label,
  near,
  all,
  taken,
  onAdd,
}: Pick<LessonFormProps, 'near' | 'all'> & {
  label: string;
  taken: ReadonlySet<string | null>;
  onAdd: (offered: Offered | null) => void;
}) {
  const left = all.filter(({ id }) => !taken.has(id));
  return (
    <Offers role="group" aria-label={label}>
      {near
        .filter(({ id }) => !taken.has(id))
        .map((offered) => (
          <Button key={offered.id} onPress={() => onAdd(offered)}>
            + {offered.title}
          </Button>
        ))}
      <Select
        label={label}
        hideLabel
        value={NONE as string}
        options={[
          { id: NONE, name: 'another …' },
          { id: OTHER, name: 'something that is no exercise' },
          ...left.map(({ id, title }) => ({ id, name: title || 'Untitled' })),
        ]}
        onChange={(id) => {
          if (id === OTHER) onAdd(null);
          else if (id !== NONE) onAdd(left.find((one) => one.id === id) ?? null);
        }}
      />
    </Offers>
  );
}

/** What a lesson says, written while it lasts: each change is kept at once. */
export function LessonForm({ lesson, near, all, titleOf, onSet }: LessonFormProps) {
  const [typed, set] = useTyped(lesson, async (fields: LessonFields) => {
    try {
      await changeLesson(database(), lesson, fields);
      return (await readLesson(database(), lesson.id))?.revision ?? null;
    } catch (error) {
      say(`What was written on the lesson could not be kept: ${inWords(error)}`);
      return null;
    }
  });
  const { heard, said, set: tasks } = typed;
  const setHeard = (at: number, change: Partial<Heard> | null) => set({ heard: withLine(heard, at, change) });
  const setTask = (at: number, change: Partial<SetTask> | null) => set({ set: withLine(tasks, at, change) });
  const title = (line: Heard | SetTask, onChange: (title: string) => void) =>
    line.exerciseId === null ? (
      <div className="words">
        <TextField label="What" value={line.title} maxLength={MAX_TITLE} onChange={onChange} />
      </div>
    ) : (
      <span className="title">{titleOf(line)}</span>
    );
  const remove = (name: string, onPress: () => void) => (
    <Button square look="quiet" aria-label={`Take out ${name}`} onPress={onPress}>
      <Trash2 size={16} aria-hidden />
    </Button>
  );
  return (
    <Form>
      <div>
        <h4>Heard</h4>
        <Lines>
          {heard.map((line, at) => (
            <li key={at}>
              {title(line, (one) => setHeard(at, { title: one }))}
              <NumberField
                label="Tempo"
                value={line.bpm}
                min={MIN_BPM}
                max={MAX_BPM}
                decimals={1}
                onChange={(bpm) => setHeard(at, { bpm })}
              />
              <Choice
                label="How it went"
                value={line.verdict}
                options={HEARD_VERDICTS.map((id) => ({ id, name: VERDICT_NAMES[id] }))}
                onChange={(verdict) => setHeard(at, { verdict })}
              />
              <div className="words">
                <TextField
                  label="What was heard"
                  value={line.words}
                  maxLength={MAX_WORDS}
                  onChange={(words) => setHeard(at, { words })}
                />
              </div>
              {remove(titleOf(line), () => setHeard(at, null))}
            </li>
          ))}
        </Lines>
        <Adding
          label="Add what was heard"
          near={near}
          all={all}
          taken={new Set(heard.map(({ exerciseId }) => exerciseId))}
          onAdd={(one) =>
            set({ heard: [...heard, heardLine(one?.id ?? null, one?.title ?? '', one?.bpm ?? null)] })
          }
        />
      </div>
      <TextField
        label="Said"
        rows={3}
        value={said}
        maxLength={MAX_WORDS}
        onChange={(one) => set({ said: one })}
      />
      <div>
        <h4>Set until the next lesson</h4>
        <Lines>
          {tasks.map((line, at) => (
            <li key={at}>
              {title(line, (one) => setTask(at, { title: one }))}
              <div className="words">
                <TextField
                  label="How to practise it"
                  value={line.words}
                  maxLength={MAX_WORDS}
                  onChange={(words) => setTask(at, { words })}
                />
              </div>
              {remove(titleOf(line), () => setTask(at, null))}
            </li>
          ))}
        </Lines>
        <Adding
          label="Set an exercise"
          near={near}
          all={all}
          taken={new Set(tasks.map(({ exerciseId }) => exerciseId))}
          onAdd={(one) => {
            set({ set: [...tasks, taskLine(one?.id ?? null, one?.title ?? '')] });
            if (one) onSet(one.id);
          }}
        />
      </div>
    </Form>
  );
}

'use client';
import { Guitar } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import styled from 'styled-components';
import { DEFAULT_SETUP, planOf, readTabText, type ChangeKind, KIND_NAMES } from '@/core';
import { Button } from '@/ui/controls/Button';
import { Choice } from '@/ui/controls/Choice';
import { Dialog } from '@/ui/controls/Dialog';
import { EmptyState } from '@/ui/controls/EmptyState';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import { Switch } from '@/ui/controls/Switch';
import { TextField } from '@/ui/controls/TextField';
import { Menu } from '@/ui/controls/Menu';
import { Tabs } from '@/ui/controls/Tabs';
import { say } from '@/ui/controls/say';
import { KindIcon, StrokeIcon } from '@/ui/lane/marks';
import { SmallLane } from '@/ui/lane/SmallLane';
import { StringLane } from '@/ui/lane/StringLane';
import { colour, THEMES } from '@/ui/theme/tokens';
import { ClickCheck } from './ClickCheck';

const Sample = styled.section`
  display: grid;
  gap: 0.75rem;
  padding: 1rem;
  margin: 1rem 0;
  border: 1px solid ${colour.line};
  background: ${colour.paper};
  color: ${colour.ink};
`;

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 1rem;
  > span {
    display: inline-flex;
    align-items: center;
    gap: 0.3rem;
  }
`;

const MARKS_TAB = `e|--------------------------|
B|----------7----------10/12|
G|----7-9-----9p7-x-(7)-----|
D|-7-9------7---------------|
A|--------------------------|
E|--------------------------|`;

/** Colours of one theme on an element, whatever the page has. */
function themed(theme: keyof typeof THEMES): Record<string, string> {
  return Object.fromEntries(Object.entries(THEMES[theme]).map(([name, value]) => [`--${name}`, value]));
}

const KINDS: readonly ChangeKind[] = ['outside', 'inside', 'sweep', 'backtrack', 'repeat'];

function Controls({ id }: { id: string }) {
  const [text, setText] = useState('Some text');
  const [number, setNumber] = useState<number | null>(72);
  const [choice, setChoice] = useState<'a' | 'b'>('a');
  const [isOn, setIsOn] = useState(true);
  const [tab, setTab] = useState<'one' | 'two'>('one');
  const [isOpen, setIsOpen] = useState(false);
  const options = [
    { id: 'a', name: 'First' },
    { id: 'b', name: 'Second' },
  ] as const;
  return (
    <>
      <Row>
        <Button look="primary">Next thing to do</Button>
        <Button>Button</Button>
        <Button look="quiet">Quiet</Button>
        <Button isDisabled>Not now</Button>
        <Button square aria-label={`Icon ${id}`}>
          <Guitar size={16} aria-hidden />
        </Button>
        <Menu
          label={`Menu ${id}`}
          icon="⋯"
          items={[{ id: 'say', name: 'Say something', run: () => say('Something was said.') }]}
        />
        <Button onPress={() => setIsOpen(true)}>Open a sheet</Button>
      </Row>
      <Row>
        <TextField label="Text" value={text} onChange={setText} hint="A hint under it" />
        <NumberField label="Number" value={number} onChange={setNumber} min={20} max={400} />
        <Select label="One of a few" value={choice} options={options} onChange={setChoice} />
        <Choice label="One of two" value={choice} options={options} onChange={setChoice} />
        <Switch isOn={isOn} onChange={setIsOn}>
          On or off
        </Switch>
      </Row>
      <Tabs
        label={`Tabs ${id}`}
        selected={tab}
        onSelect={setTab}
        tabs={[
          { id: 'one', name: 'One', figure: '5 : 2', body: <p>The first panel.</p> },
          { id: 'two', name: 'Two', body: <p>The second panel.</p> },
        ]}
      />
      <EmptyState title="An empty state">
        <p>What the view is for, and one thing to do.</p>
      </EmptyState>
      <Dialog title="A sheet" isOpen={isOpen} onClose={() => setIsOpen(false)}>
        <p>What is not part of the work itself.</p>
      </Dialog>
    </>
  );
}

function Marks(): ReactNode {
  const { passage } = readTabText(MARKS_TAB);
  const policy = { kind: 'economy', start: 'down', loop: true } as const;
  const plan = planOf(passage, policy, DEFAULT_SETUP);
  const nothing = () => undefined;
  return (
    <>
      <Row>
        {KINDS.map((kind) => (
          <span key={kind}>
            <KindIcon kind={kind} /> {KIND_NAMES[kind]}
          </span>
        ))}
        <span>
          <StrokeIcon stroke="down" /> downstroke
        </span>
        <span>
          <StrokeIcon stroke="up" /> upstroke
        </span>
        <span>
          <StrokeIcon stroke="up" locked /> locked
        </span>
        <SmallLane plan={plan} width={210} />
      </Row>
      <StringLane
        passage={passage}
        plan={plan}
        pass={0}
        caret={{ ticks: 0, string: 4 }}
        pinned={new Map([[passage.notes[1]!.id, '1']])}
        spoken=""
        summary="A lane that shows every mark."
        playing={null}
        hand={null}
        explains={false}
        range={null}
        maxHeight={400}
        onPlace={nothing}
        onMove={nothing}
        onStroke={nothing}
        onPut={nothing}
        onKeyDown={nothing}
      />
    </>
  );
}

/** For developers: every control and every mark, in both themes. */
export function DevelopersView() {
  return (
    <>
      <h1>Controls and marks</h1>
      <ClickCheck />
      {(['light', 'dark'] as const).map((theme) => (
        <Sample key={theme} style={themed(theme)} aria-label={`${theme} theme`}>
          <h2>{theme}</h2>
          <Controls id={theme} />
          <Marks />
        </Sample>
      ))}
    </>
  );
}

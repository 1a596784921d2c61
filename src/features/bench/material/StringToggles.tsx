'use client';
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import styled from 'styled-components';
import { pressable } from '@/ui/controls/Button';
import { colour } from '@/ui/theme/tokens';

const Title = styled.span`
  display: block;
  margin-bottom: 0.15rem;
  color: ${colour.inkSoft};
  font-size: 0.8125rem;
`;

const Row = styled(ToggleButtonGroup)`
  display: inline-flex;
  gap: 0.2rem;
`;

const One = styled(ToggleButton)`
  ${pressable}
  min-width: 2rem;
  padding: 0.2rem 0.4rem;
  border-color: ${colour.inkSoft};
  &[data-selected] {
    background: ${colour.accent};
    border-color: ${colour.accent};
    color: ${colour.accentInk};
  }
`;

interface StringTogglesProps {
  readonly count: number;
  /** In the order they are gone through. */
  readonly value: readonly number[];
  readonly onChange: (strings: number[]) => void;
}

/** Which strings take part: in a row from the thickest, each on or off. The way through them stays. */
export function StringToggles({ count, value, onChange }: StringTogglesProps) {
  const isFromThinnest = value.length > 1 && value[0]! < value.at(-1)!;
  return (
    <div>
      <Title>Strings, thickest first</Title>
      <Row
        aria-label="Strings that take part"
        selectionMode="multiple"
        selectedKeys={value.map(String)}
        onSelectionChange={(keys) => {
          const chosen = [...keys].map(Number).sort((a, b) => b - a);
          onChange(isFromThinnest ? chosen.reverse() : chosen);
        }}
      >
        {Array.from({ length: count }, (_, at) => count - at).map((string) => (
          <One key={string} id={String(string)} aria-label={`String ${string}`}>
            {string}
          </One>
        ))}
      </Row>
    </div>
  );
}

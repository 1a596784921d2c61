'use client';
import { CircleCheck, Feather, HeartPulse, MapPin, Pause, VolumeX, type LucideIcon } from 'lucide-react';
import styled from 'styled-components';
import type { AttentionKind } from '@/core/record';
import { colour } from '@/ui/theme/tokens';

const ICONS: Readonly<Record<AttentionKind, LucideIcon>> = {
  overdoing: HeartPulse,
  'nothing heard': VolumeX,
  'one place': MapPin,
  stuck: Pause,
  ready: CircleCheck,
  'too easy': Feather,
};

const Tag = styled.span`
  display: inline-flex;
  align-items: center;
  gap: 0.3rem;
  font-weight: 600;
  white-space: nowrap;
  vertical-align: text-bottom;
  color: ${colour.warn};
  &[data-kind='overdoing'] {
    color: ${colour.bad};
  }
  &[data-kind='ready'],
  &[data-kind='too easy'] {
    color: ${colour.good};
  }
`;

/** A reason for attention, with a sign of its own. */
export function AttentionTag({ kind }: { kind: AttentionKind }) {
  const Icon = ICONS[kind];
  return (
    <Tag data-kind={kind}>
      <Icon size={15} aria-hidden /> {kind}
    </Tag>
  );
}

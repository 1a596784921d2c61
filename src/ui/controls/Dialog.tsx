'use client';
import { X } from 'lucide-react';
import type { ReactNode } from 'react';
import { Dialog as AriaDialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';
import { colour } from '../theme/tokens';
import { Button } from './Button';

const Veil = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  z-index: 50;
  display: grid;
  place-items: center;
  padding: 1rem;
  background: #0007;
`;

const Card = styled(Modal)`
  width: min(46rem, 100%);
  max-height: 88vh;
  overflow: auto;
  border-radius: 0.6rem;
  background: ${colour.card};
  color: ${colour.ink};
`;

const Body = styled(AriaDialog)`
  padding: 1.25rem;
  outline: none;
  header {
    display: flex;
    align-items: center;
    justify-content: space-between;
    margin-bottom: 0.75rem;
  }
  h2 {
    font-size: 1.25rem;
  }
`;

interface DialogProps {
  readonly title: string;
  readonly isOpen: boolean;
  readonly onClose: () => void;
  readonly children: ReactNode;
}

/** A sheet over the page, for what is not part of the work itself. */
export function Dialog({ title, isOpen, onClose, children }: DialogProps) {
  return (
    <Veil isOpen={isOpen} onOpenChange={(open) => !open && onClose()} isDismissable>
      <Card>
        <Body>
          <header>
            <Heading slot="title" level={2}>
              {title}
            </Heading>
            <Button look="quiet" square aria-label="Close" onPress={onClose}>
              <X size={18} aria-hidden />
            </Button>
          </header>
          {children}
        </Body>
      </Card>
    </Veil>
  );
}

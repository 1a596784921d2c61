'use client';
import { Printer, X } from 'lucide-react';
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
  /* On paper it stands alone, in full length. */
  @media print {
    &[data-print='true'] {
      position: static;
      display: block;
      padding: 0;
      background: none;
    }
    body:has(&[data-print='true']) > *:not(:has(&)):not(&) {
      display: none;
    }
  }
`;

const Card = styled(Modal)`
  width: min(46rem, 100%);
  max-height: 88vh;
  overflow: auto;
  border-radius: 0.6rem;
  background: ${colour.card};
  color: ${colour.ink};
  @media print {
    width: auto;
    max-height: none;
    overflow: visible;
    button,
    input {
      display: none;
    }
  }
`;

const Body = styled(AriaDialog)`
  padding: 1.25rem;
  outline: none;
  header {
    display: flex;
    align-items: center;
    margin-bottom: 0.75rem;
  }
  h2 {
    margin-right: auto;
    font-size: 1.25rem;
  }
`;

interface DialogProps {
  readonly title: string;
  readonly isOpen: boolean;
  readonly onClose: () => void;
  /** It can be put on paper, alone. */
  readonly canPrint?: boolean;
  readonly children: ReactNode;
}

/** A sheet over the page, for what is not part of the work itself. */
export function Dialog({ title, isOpen, onClose, canPrint = false, children }: DialogProps) {
  return (
    <Veil isOpen={isOpen} onOpenChange={(open) => !open && onClose()} isDismissable data-print={canPrint}>
      <Card>
        <Body>
          <header>
            <Heading slot="title" level={2}>
              {title}
            </Heading>
            {canPrint ? (
              <Button look="quiet" square aria-label="Print" onPress={() => window.print()}>
                <Printer size={17} aria-hidden />
              </Button>
            ) : null}
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

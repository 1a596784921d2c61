'use client';
import { X } from 'lucide-react';
import {
  Text,
  UNSTABLE_Toast as AriaToast,
  UNSTABLE_ToastContent as ToastContent,
  UNSTABLE_ToastRegion as ToastRegion,
} from 'react-aria-components';
import styled from 'styled-components';
import { colour } from '../theme/tokens';
import { Button } from './Button';
import { queue, type Message } from './toastQueue';

const Region = styled(ToastRegion<Message>)`
  position: fixed;
  right: 1rem;
  bottom: calc(4rem + var(--foot));
  /* Under what is open over the page: a message never covers a dialog's buttons. */
  z-index: 45;
  display: flex;
  flex-direction: column-reverse;
  gap: 0.5rem;
  outline: none;
`;

const One = styled(AriaToast<Message>)`
  display: flex;
  align-items: center;
  gap: 0.75rem;
  max-width: min(32rem, calc(100vw - 2rem));
  padding: 0.5rem 0.5rem 0.5rem 1rem;
  border: 1px solid ${colour.inkSoft};
  border-radius: 0.5rem;
  background: ${colour.card};
  box-shadow: 0 6px 20px #0003;
  > :first-child {
    flex: 1;
  }
`;

/** Where what is said in passing appears. */
export function Toasts() {
  return (
    <Region queue={queue} aria-label="Messages" data-chrome>
      {({ toast }) => (
        <One toast={toast}>
          <ToastContent>
            <Text slot="title">{toast.content.text}</Text>
          </ToastContent>
          {toast.content.action ? (
            <Button
              onPress={() => {
                toast.content.action?.run();
                queue.close(toast.key);
              }}
            >
              {toast.content.action.name}
            </Button>
          ) : null}
          <Button look="quiet" square aria-label="Dismiss" onPress={() => queue.close(toast.key)}>
            <X size={16} aria-hidden />
          </Button>
        </One>
      )}
    </Region>
  );
}

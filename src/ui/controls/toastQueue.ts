import { UNSTABLE_ToastQueue as ToastQueue } from 'react-aria-components';

export interface Message {
  readonly text: string;
  readonly action?: { readonly name: string; readonly run: () => void; readonly about?: string };
}

/** What is to be said, in order. */
export const queue = new ToastQueue<Message>({ maxVisibleToasts: 3 });

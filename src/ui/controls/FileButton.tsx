'use client';
import { useRef } from 'react';
import { Button, type ButtonProps } from './Button';

interface FileButtonProps extends Omit<ButtonProps, 'onPress' | 'onSelect'> {
  /** Kinds of files, as the browser's input takes them; absent: all. */
  readonly accept?: string;
  /** Several at a time. */
  readonly isMultiple?: boolean;
  readonly onSelect: (files: readonly File[]) => void;
}

/** A button that has files chosen. */
export function FileButton({ accept, isMultiple = false, onSelect, ...props }: FileButtonProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        hidden
        {...(accept === undefined ? {} : { accept })}
        multiple={isMultiple}
        onChange={({ target }) => {
          const files = [...(target.files ?? [])];
          // So that the same file can be chosen again.
          target.value = '';
          if (files.length > 0) onSelect(files);
        }}
      />
      <Button {...props} onPress={() => input.current?.click()} />
    </>
  );
}

'use client';
import { useEffect, useState } from 'react';

/** Files dropped anywhere on the page; says whether some are being held over it. Import does the same by keyboard. */
export function useFileDrop(onFiles: (files: Iterable<File>) => unknown): boolean {
  const [isOver, setIsOver] = useState(false);
  useEffect(() => {
    const hasFiles = (event: DragEvent) => event.dataTransfer?.types.includes('Files') ?? false;
    const onOver = (event: DragEvent) => {
      if (!hasFiles(event)) return;
      event.preventDefault();
      setIsOver(true);
    };
    const onLeave = (event: DragEvent) => {
      if (event.relatedTarget === null) setIsOver(false);
    };
    const onDrop = (event: DragEvent) => {
      setIsOver(false);
      if (!hasFiles(event)) return;
      event.preventDefault();
      onFiles(event.dataTransfer?.files ?? []);
    };
    document.addEventListener('dragover', onOver);
    document.addEventListener('dragleave', onLeave);
    document.addEventListener('drop', onDrop);
    return () => {
      document.removeEventListener('dragover', onOver);
      document.removeEventListener('dragleave', onLeave);
      document.removeEventListener('drop', onDrop);
    };
  }, [onFiles]);
  return isOver;
}

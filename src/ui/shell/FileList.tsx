'use client';
/** Files that went and came. */
import styled from 'styled-components';
import { momentText } from '@/ui/dayText';
import { turnFile, type ListedFile } from '@/work/parcels/listing';
import { attempt } from '@/work/perform';
import { Button } from '../controls/Button';
import { colour } from '../theme/tokens';

const WAYS = { given: 'given', taken: 'taken in', 'taken back': 'taken back' } as const;

const Row = styled.li`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.25rem 1rem;
  padding: 0.5rem 0;
  border-top: 1px solid ${colour.line};
  &:first-child {
    border-top: 0;
  }
  > div {
    flex: 1 1 15rem;
    min-width: 0;
    overflow-wrap: anywhere;
  }
  h3 {
    font-size: 0.9375rem;
  }
  small {
    display: block;
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
  }
`;

export function FileList({ files }: { files: readonly ListedFile[] }) {
  return (
    <ul aria-label="Files">
      {files.map((file) => (
        <Row key={file.id}>
          <div>
            <h3>{file.name}</h3>
            <small>
              {WAYS[file.way]} on {momentText(file.at)}
            </small>
            <small>{file.what}</small>
            {file.words.trim() === '' ? null : <small>“{file.words.trim()}”</small>}
          </div>
          {file.way === 'given' ? null : (
            <Button
              aria-label={`${file.way === 'taken' ? 'Take back' : 'Take in again'}: ${file.name}`}
              onPress={() => attempt('Taking it back', () => turnFile(file))}
            >
              {file.way === 'taken' ? 'Take back' : 'Take in again'}
            </Button>
          )}
        </Row>
      ))}
    </ul>
  );
}

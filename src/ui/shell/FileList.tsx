'use client';
/** Files that went and came. */
import { momentText } from '@/ui/dayText';
import { turnFile, type ListedFile } from '@/work/parcels/listing';
import { attempt } from '@/work/perform';
import { Button } from '../controls/Button';
import { Table } from '../controls/panel';

const WAYS = { given: 'given', taken: 'taken in', 'taken back': 'taken back' } as const;

export function FileList({ files }: { files: readonly ListedFile[] }) {
  return (
    <Table aria-label="Files">
      <thead>
        <tr>
          <th scope="col">When</th>
          <th scope="col" className="long">
            File
          </th>
          <th scope="col">Way</th>
          <th scope="col">
            <span className="for-screen-readers">What can be done</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {files.map((file) => (
          <tr key={file.id}>
            <td>{momentText(file.at)}</td>
            <th scope="row" className="long">
              {file.name}
              <small>{file.what}</small>
              {file.words.trim() === '' ? null : <small>“{file.words.trim()}”</small>}
            </th>
            <td>{WAYS[file.way]}</td>
            <td>
              {file.way === 'given' ? null : (
                <Button
                  aria-label={`${file.way === 'taken' ? 'Take back' : 'Take in again'}: ${file.name}`}
                  onPress={() => attempt('Taking it back', () => turnFile(file))}
                >
                  {file.way === 'taken' ? 'Take back' : 'Take in again'}
                </Button>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

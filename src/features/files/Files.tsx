'use client';
import { under } from '@/addresses';
import { Upload } from 'lucide-react';
import dynamic from 'next/dynamic';
import { LIBRARY } from '@/storage';
import { FileButton } from '@/ui/controls/FileButton';
import { EmptyState } from '@/ui/controls/EmptyState';
import { Page, PageHead, Panel } from '@/ui/controls/panel';
import { useUndoKeys } from '@/ui/keys/keys';
import { FileList } from '@/ui/shell/FileList';
import { useKept } from '@/ui/shell/useKept';
import { today } from '@/ui/shell/useRecord';
import { useImporting } from '@/ui/taking/useImporting';
import { listFiles, readInTwo } from '@/work/parcels/listing';
import { undoIn } from '@/work/undoing';
import { InTwoVersions } from './InTwoVersions';

const ImportDialog = dynamic(() => import('@/ui/taking/ImportDialog').then((module) => module.ImportDialog), {
  ssr: false,
});

/** What the demo library is called among the files. */
const DEMO = 'The demo library';

/** Files that went and came, each to be taken back; and what two devices say differently, to be settled. */
export function Files() {
  const files = useKept(() => listFiles());
  const inTwo = useKept(() => readInTwo());
  const importing = useImporting();
  useUndoKeys((way) => undoIn(LIBRARY, way));
  if (!files || !inTwo) return <p aria-busy="true">Opening the list …</p>;
  return (
    <Page tabIndex={-1}>
      <PageHead>
        <h1>Files</h1>
        <span className="facts">What was given to others, and what came from them.</span>
        {files.some(({ name, way }) => name === DEMO && way === 'taken') ? (
          <a href={under(`/api/demo/returned?today=${today()}`)} download>
            A record to try it with
          </a>
        ) : null}
        <FileButton look="primary" isMultiple accept=".json,.zip" onSelect={importing.importFiles}>
          <Upload size={16} aria-hidden /> Take a file in
        </FileButton>
      </PageHead>
      {inTwo.unsettled.length + inTwo.runs.length > 0 ? <InTwoVersions inTwo={inTwo} /> : null}
      {files.length === 0 ? (
        <EmptyState title="Nothing went or came yet">
          <p>
            A teacher gives a student a file from the student’s page; the student gives the record back from
            the Week. Both open the other’s here, or by dropping it on the Library.
          </p>
        </EmptyState>
      ) : (
        <Panel aria-label="Files given and taken">
          <FileList files={files} />
        </Panel>
      )}
      {importing.question ? <ImportDialog question={importing.question} onAnswer={importing.answer} /> : null}
    </Page>
  );
}

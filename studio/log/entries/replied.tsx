import type { FileGiven } from '@kineta/core';
import { Row, script, Typed } from '../row.tsx';
import { entryView } from '../view.ts';

const MEGABYTE = 1_024 * 1_024;

function FileLink({ file }: { file: FileGiven }) {
  const size = file.size < MEGABYTE ? `${Math.ceil(file.size / 1_024)} KB` : `${(file.size / MEGABYTE).toFixed(1)} MB`;
  return (
    <a href={`/api/files/${file.id}`} download={file.name} className="text-sm text-petrol underline">
      Save {file.name} ({size})
    </a>
  );
}

export const replied = entryView({
  kind: 'replied',
  byVisitor: true,
  Row: ({ entries: [{ at, text, file, mailed, elsewhere }], visitor }) => (
    <Row at={at}>
      <p className="label text-plum">
        {visitor}
        {mailed ? ' · by email' : null}
        {elsewhere ? ' · in their other chat' : null}
      </p>
      <div className={`${script} border-l-2 border-plum-3 pl-2.5`}>
        <Typed>{text}</Typed>
        {file ? <FileLink file={file} /> : null}
      </div>
    </Row>
  ),
});

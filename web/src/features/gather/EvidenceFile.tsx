import { useQuery } from '@tanstack/react-query';
import { Link, useParams, useSearchParams } from 'react-router';
import { api } from '../../shared/api/client';
import type { Detail, FileView } from '../../shared/api/types';
import { count, minute, shortHash, size } from '../../shared/model/format';
import { Waiting } from '../../shared/ui';
import { Explain } from './Explain';
import { RawLines } from './RawLines';
import { tieOutWords } from './tieOutWords';
import { Withdraw } from './Withdraw';

/** One file: its own lines in the middle, how it was read at the right, tie-out at the foot. */
export function EvidenceFile() {
  const { snapshot, file } = useParams();
  const [params] = useSearchParams();
  const row = Number(params.get('row') ?? 0);
  const base = `/api/snapshots/${snapshot}/evidence/${file}`;
  const detail = useQuery({
    queryKey: ['evidence', snapshot, file],
    queryFn: () => api.get<Detail>(base),
  });
  if (!detail.data) {
    return <Waiting error={detail.error} what="the file" />;
  }
  const data = detail.data;
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)_300px] grid-rows-[auto_minmax(0,1fr)_auto]">
      <Title file={data.file} original={`${base}/original`} />
      <RawLines base={base} total={data.file.textLines} row={row} rejects={data.rejects} />
      <Reading data={data} />
      <Foot file={data.file} base={base} />
    </div>
  );
}

function Title({ file, original }: { file: FileView; original: string }) {
  return (
    <div className="col-span-2 flex flex-wrap items-baseline gap-x-3 border-b border-rule px-4 py-3">
      <Link to="../gather" className="text-soft hover:underline">
        Gather
      </Link>
      <h1 className="text-[17px] font-semibold">
        {file.application ?? 'Whole organisation'} · {file.kinds.join(', ') || 'not read'}
      </h1>
      <span className="id">{file.file}</span>
      <span className="text-soft">
        {file.citation} · {size(file.bytes)} · sha-256{' '}
        <span className="id" title={file.sha256}>
          {shortHash(file.sha256)}
        </span>
        {file.from && ` · from ${file.from}`}
      </span>
      <span className="ml-auto flex gap-2">
        <Withdraw file={file} />
        <Link className="act" to="desk">
          Read it another way …
        </Link>
        <a className="act" href={original}>
          Original bytes
        </a>
      </span>
    </div>
  );
}

function Reading({ data }: { data: Detail }) {
  const { file } = data;
  return (
    <aside
      className="overflow-y-auto border-l border-rule p-4 text-sm"
      aria-label="How it was read"
    >
      <h2 className="mb-1.5 text-xs font-semibold text-soft">How it was read</h2>
      <dl className="grid grid-cols-[112px_minmax(0,1fr)] gap-x-2 gap-y-1">
        {data.understanding.map((line) => (
          <div key={line.what} className="contents">
            <dt className="break-words text-soft">{line.what}</dt>
            <dd className="break-words">{line.how}</dd>
          </div>
        ))}
        <dt className="text-soft">extracted</dt>
        <dd>{file.extracted?.replace('T', ' ') ?? 'not declared'}</dd>
        <dt className="text-soft">filter</dt>
        <dd>{file.filter ?? 'not declared'}</dd>
        <dt className="text-soft">received</dt>
        <dd>
          {minute(file.receivedAt)} by {file.receivedBy}
        </dd>
      </dl>
      <h2 className="mt-5 mb-1.5 text-xs font-semibold text-soft">
        Rejected, {count(data.rejects.length)}
      </h2>
      {data.rejects.length === 0 && <p>No row of the file was rejected.</p>}
      <ul className="space-y-2">
        {data.rejects.map((reject) => (
          <li key={reject.row}>
            <Link className="cite" to={`?row=${reject.row}`}>
              line {reject.row}
            </Link>{' '}
            {reject.reason}
            {reject.column && (
              <span className="text-soft">
                , column <i>{reject.column}</i>
              </span>
            )}
          </li>
        ))}
      </ul>
      {data.issues.length > 0 && (
        <>
          <h2 className="mt-5 mb-1.5 text-xs font-semibold text-soft">
            Data problems and questions, {count(data.issues.length)}
          </h2>
          <ul className="space-y-2">
            {data.issues.map((issue) => (
              <li
                key={issue.sentence}
                className={issue.weight === 'unusable' ? 'text-oxblood' : ''}
              >
                {issue.row > 0 && (
                  <Link className="cite" to={`?row=${issue.row}`}>
                    line {issue.row}
                  </Link>
                )}{' '}
                {issue.sentence}
              </li>
            ))}
          </ul>
        </>
      )}
    </aside>
  );
}

function Foot({ file, base }: { file: FileView; base: string }) {
  const tieOut = tieOutWords(file);
  const figures: [number, string, string][] = [
    [file.counts.read, 'read', '+'],
    [file.counts.rejected, 'rejected', '+'],
    [file.counts.skipped, 'skipped', '='],
    [file.counts.rows, 'in the file', '·'],
  ];
  return (
    <div className="col-span-2 flex flex-wrap items-center gap-x-3 gap-y-2 border-t border-ink bg-sheet px-4 py-3">
      {figures.map(([value, word, sign]) => (
        <span key={word} className="flex items-baseline gap-1.5">
          <b className="font-mono text-[17px]">{count(value)}</b> {word}
          <span className="ml-1.5 text-soft">{sign}</span>
        </span>
      ))}
      {file.counts.expected !== null && (
        <span className="flex items-baseline gap-1.5">
          owner declared <b className="font-mono text-[17px]">{count(file.counts.expected)}</b>
        </span>
      )}
      <span className={tieOut.open ? 'font-semibold text-oxblood' : 'text-soft'}>
        {tieOut.words}
      </span>
      {file.counts.difference !== null && file.counts.difference !== 0 && (
        <Explain base={base} said={file.explanation} />
      )}
    </div>
  );
}

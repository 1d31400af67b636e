import { Link } from 'react-router';
import type { FileView, Overview } from '../../shared/api/types';
import { count, counted, shortHash, size } from '../../shared/model/format';
import { Waiting } from '../../shared/ui';
import { DropZone } from './DropZone';
import { tieOutWords } from './tieOutWords';
import { useEvidence } from './useEvidence';

/** Received evidence, by whose it is, with proof that nothing was lost. */
export function Gather() {
  const evidence = useEvidence();
  if (!evidence.data) {
    return <Waiting error={evidence.error} what="the evidence" />;
  }
  const { files, applications, problems } = evidence.data;
  const rows = files.reduce((sum, file) => sum + file.counts.rows, 0);
  const rejected = files.reduce((sum, file) => sum + file.counts.rejected, 0);
  return (
    <DropZone applications={applications}>
      <div className="flex items-baseline gap-3 px-5 pt-4 pb-3">
        <h1 className="text-[17px] font-semibold">Received evidence</h1>
        <span className="text-soft">
          {counted(files.length, 'file')} · {counted(rows, 'row')} · {count(rejected)} rejected
        </span>
      </div>
      <div className="px-5 pb-5">
        <Files evidence={evidence.data} />
        <h2 className="head mt-7">Data problems and questions, {count(problems.length)}</h2>
        {problems.length === 0 && (
          <p className="py-2 text-soft">
            No row contradicts another, none points at nothing, and nothing has to be asked.
          </p>
        )}
        <ul>
          {problems.map((problem) => {
            const file = files.find((one) => one.file === problem.file);
            return (
              <li
                key={`${problem.file} ${problem.row} ${problem.sentence}`}
                className="flex gap-4 border-b border-rule-light py-1.5"
              >
                <span className="w-36 shrink-0">
                  {file ? (
                    <Link
                      className="cite"
                      to={`${file.id}${problem.row ? `?row=${problem.row}` : ''}`}
                    >
                      {file.citation}
                      {problem.row > 0 && ` · row ${problem.row}`}
                    </Link>
                  ) : (
                    <span className="id">{problem.file}</span>
                  )}
                </span>
                <span className={problem.weight === 'unusable' ? 'text-oxblood' : ''}>
                  {problem.weight === 'question' && <i className="text-brass">Question: </i>}
                  {problem.sentence}
                </span>
              </li>
            );
          })}
        </ul>
      </div>
    </DropZone>
  );
}

function Files({ evidence }: { evidence: Overview }) {
  const groups = [
    { name: 'Whole organisation', files: evidence.files.filter((file) => !file.application) },
    ...evidence.applications.map((application) => ({
      name: application.name,
      files: evidence.files.filter((file) => file.application === application.name),
    })),
  ];
  return (
    <table className="plain-table">
      <thead>
        <tr>
          <th scope="col">Cited as</th>
          <th scope="col">File</th>
          <th scope="col">Holds</th>
          <th scope="col">From</th>
          <th scope="col" className="num">
            read
          </th>
          <th scope="col" className="num">
            rejected
          </th>
          <th scope="col" className="num">
            skipped
          </th>
          <th scope="col" className="num">
            in the file
          </th>
          <th scope="col">Tie-out</th>
        </tr>
      </thead>
      {groups.map((group) => (
        <tbody key={group.name}>
          <tr>
            <th scope="rowgroup" colSpan={9} className="!border-rule !pt-4 !text-sm !text-ink">
              {group.name}
            </th>
          </tr>
          {group.files.length === 0 && (
            <tr>
              <td colSpan={9} className="text-soft">
                Nothing received yet. Drop its exports here.
              </td>
            </tr>
          )}
          {group.files.map((file) => (
            <FileRow key={file.id} file={file} />
          ))}
        </tbody>
      ))}
    </table>
  );
}

function FileRow({ file }: { file: FileView }) {
  const tieOut = tieOutWords(file);
  return (
    <tr className="hover:bg-sheet">
      <td>
        <Link className="cite" to={String(file.id)}>
          {file.citation}
        </Link>
      </td>
      <td>
        <Link to={String(file.id)} className="id block hover:underline">
          {file.file}
        </Link>
        <span className="text-xs text-soft">
          {size(file.bytes)} · sha-256{' '}
          <span className="id" title={file.sha256}>
            {shortHash(file.sha256)}
          </span>
        </span>
      </td>
      <td>{file.kinds.join(', ') || '–'}</td>
      <td>
        {file.from ?? file.receivedBy}
        <span className="block text-xs text-soft">{file.extracted?.replace('T', ' ')}</span>
      </td>
      <td className="num">{count(file.counts.read)}</td>
      <td className={`num ${file.counts.rejected ? 'font-semibold text-oxblood' : 'text-soft'}`}>
        {count(file.counts.rejected)}
      </td>
      <td className="num text-soft">{count(file.counts.skipped)}</td>
      <td className="num">{count(file.counts.rows)}</td>
      <td className={tieOut.open ? 'font-semibold text-oxblood' : ''}>{tieOut.words}</td>
    </tr>
  );
}

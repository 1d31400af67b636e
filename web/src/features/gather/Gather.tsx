import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api } from '../../shared/api/client';
import type { FileView, IssueView, Overview } from '../../shared/api/types';
import { count, counted, minute, shortHash, size } from '../../shared/model/format';
import { Sentences, Waiting } from '../../shared/ui';
import { RequestGrid } from '../requests';
import { DropZone } from './DropZone';
import { LiveSource } from './LiveSource';
import { tieOutWords } from './tieOutWords';
import { useEvidence } from './useEvidence';

/** What was asked for and what came, with proof that nothing was lost. */
export function Gather() {
  const evidence = useEvidence();
  const [live, setLive] = useState(false);
  if (!evidence.data) {
    return <Waiting error={evidence.error} what="the evidence" />;
  }
  const { files, applications, problems } = evidence.data;
  const rows = files.reduce((sum, file) => sum + file.counts.rows, 0);
  const rejected = files.reduce((sum, file) => sum + file.counts.rejected, 0);
  const waiting = files.filter((file) => file.state === 'received');
  const questions = problems.filter((issue) => issue.weight === 'question');
  const faults = problems.filter((issue) => issue.weight !== 'question');
  return (
    <DropZone
      applications={applications}
      actions={
        <button type="button" className="act" onClick={() => setLive(true)}>
          Read a live source …
        </button>
      }
    >
      {live && <LiveSource applications={applications} onClose={() => setLive(false)} />}
      <div className="flex items-baseline gap-3 px-5 pt-4 pb-3">
        <h1 className="text-[17px] font-semibold">Request list</h1>
        <span className="text-soft">
          {counted(files.length, 'file')} · {counted(rows, 'row')} · {count(rejected)} rejected
        </span>
      </div>
      <div className="px-5 pb-5">
        {waiting.length > 0 && (
          <p className="mb-3 border-l-[3px] border-brass bg-brass-wash px-3 py-2">
            {counted(waiting.length, 'file')} {waiting.length === 1 ? 'lies' : 'lie'} on the reading
            desk:{' '}
            {waiting.map((file) => (
              <Link key={file.id} className="cite mr-3" to={`${file.id}/desk`}>
                {file.file}
              </Link>
            ))}
          </p>
        )}
        <RequestGrid files={files} />
        <Questions questions={questions} files={files} />
        <h2 className="head mt-7 mb-2">Received evidence</h2>
        <Files evidence={evidence.data} />
        <h2 className="head mt-7">Data problems, {count(faults.length)}</h2>
        {faults.length === 0 && (
          <p className="py-2 text-soft">No row contradicts another, and none points at nothing.</p>
        )}
        <ul>
          {faults.map((problem) => (
            <li
              key={`${problem.file} ${problem.row} ${problem.sentence}`}
              className="flex gap-4 border-b border-rule-light py-1.5"
            >
              <Where issue={problem} files={files} />
              <span className={problem.weight === 'unusable' ? 'text-oxblood' : ''}>
                {problem.sentence}
              </span>
            </li>
          ))}
        </ul>
      </div>
    </DropZone>
  );
}

function Where({ issue, files }: { issue: IssueView; files: FileView[] }) {
  const file = files.find((one) => one.file === issue.file);
  return (
    <span className="w-36 shrink-0">
      {file ? (
        <Link className="cite" to={`${file.id}${issue.row ? `?row=${issue.row}` : ''}`}>
          {file.citation}
          {issue.row > 0 && ` · row ${issue.row}`}
        </Link>
      ) : (
        <span className="id">{issue.file}</span>
      )}
    </span>
  );
}

/** What a careful reader would ask of the files; each stays until it is answered in words. */
function Questions({ questions, files }: { questions: IssueView[]; files: FileView[] }) {
  const open = questions.filter((one) => one.answer === null).length;
  return (
    <section>
      <h2 className="head mt-7">
        Questions, {count(open)} open of {count(questions.length)}
      </h2>
      {questions.length === 0 && (
        <p className="py-2 text-soft">Nothing about the files has to be asked.</p>
      )}
      <ul>
        {questions.map((question) => (
          <li
            key={question.question}
            className="flex flex-wrap gap-x-4 border-b border-rule-light py-1.5"
          >
            <Where issue={question} files={files} />
            <span className="min-w-0 flex-1">
              {question.sentence}
              <AnswerIt question={question} />
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function AnswerIt({ question }: { question: IssueView }) {
  const { snapshot } = useParams();
  const queries = useQueryClient();
  const said = question.answer?.words ?? '';
  const [words, setWords] = useState(said);
  const save = useMutation({
    mutationFn: () =>
      api.put(`/api/snapshots/${snapshot}/evidence/answers`, {
        question: question.question,
        words,
      }),
    onSuccess: () => queries.invalidateQueries(),
  });
  return (
    <form
      className="mt-1 flex items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate();
      }}
    >
      <input
        className="field min-w-48 grow"
        aria-label={`Answer: ${question.sentence}`}
        placeholder="The answer, in words"
        value={words}
        onChange={(event) => setWords(event.target.value)}
      />
      <button type="submit" className="act" disabled={save.isPending || words.trim() === said}>
        Keep
      </button>
      {question.answer && (
        <span className="text-xs text-soft">
          {question.answer.by}, {minute(question.answer.at)}
        </span>
      )}
      <Sentences error={save.error} />
    </form>
  );
}

const HEADS: [string, string][] = [
  ['Cited as', ''],
  ['File', ''],
  ['Holds', ''],
  ['From', ''],
  ['read', 'num'],
  ['rejected', 'num'],
  ['skipped', 'num'],
  ['in the file', 'num'],
  ['Tie-out', ''],
];

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
          {HEADS.map(([words, style]) => (
            <th key={words} scope="col" className={style}>
              {words}
            </th>
          ))}
        </tr>
      </thead>
      {groups.map((group) => (
        <tbody key={group.name}>
          <tr>
            <th
              scope="rowgroup"
              colSpan={HEADS.length}
              className="!border-rule !pt-4 !text-sm !text-ink"
            >
              {group.name}
            </th>
          </tr>
          {group.files.length === 0 && (
            <tr>
              <td colSpan={HEADS.length} className="text-soft">
                Nothing received yet. Drop its exports anywhere on this page.
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
  const address = file.state === 'taken' ? String(file.id) : `${file.id}/desk`;
  return (
    <tr className="hover:bg-sheet">
      <td>
        <Link className="cite" to={address}>
          {file.citation}
        </Link>
      </td>
      <td>
        <Link to={address} className="id block hover:underline">
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

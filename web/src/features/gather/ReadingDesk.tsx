import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { api, Refused } from '../../shared/api/client';
import type { Begun, DeskView, JobView } from '../../shared/api/types';
import { count, shortHash, size } from '../../shared/model/format';
import { JobProgress, Key, Sentences, useKeys, Waiting } from '../../shared/ui';
import { DeskAside } from './DeskAside';
import { DeskTable } from './DeskTable';
import { useDesk, useKinds } from './useDesk';

/** A file on the desk: its own cells, what each column becomes, and the word that takes it. */
export function ReadingDesk() {
  const desk = useDesk();
  const kinds = useKinds();
  const { snapshot, file } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [job, setJob] = useState<number | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  const view = desk.view.data;
  const blocked = (view?.issues.some((issue) => issue.weight === 'unusable') ?? true) || desk.busy;

  const start = async (deed: 'take' | 'read-through') => {
    setFailure(null);
    try {
      setJob((await api.post<Begun>(`${desk.address}/${deed}`, {})).id);
    } catch (error) {
      setFailure(error);
    }
  };
  const ended = useCallback(
    (result: JobView) => {
      setJob(null);
      void queries.invalidateQueries();
      if (result.state !== 'done') {
        setFailure(new Refused(422, result.sentences));
      } else if (!result.title.startsWith('Reading through')) {
        navigate(`/s/${snapshot}/gather/${file}`);
      }
    },
    [navigate, queries, snapshot, file],
  );
  useKeys({
    Enter: () => !blocked && job === null && void start('take'),
    u: desk.undo,
  });
  if (!view || !kinds.data) {
    return <Waiting error={desk.view.error ?? kinds.error} what="the file" />;
  }
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)_300px] grid-rows-[auto_minmax(0,1fr)_auto]">
      <header className="col-span-2 flex flex-wrap items-baseline gap-x-3 gap-y-1 border-b border-rule px-4 py-2.5">
        <Link to="/" className="sr-only">
          Audits
        </Link>
        <Link to={`/s/${snapshot}/gather`} className="text-soft hover:underline">
          Gather
        </Link>
        <h1 className="text-[17px] font-semibold">Reading desk</h1>
        <span className="id">{view.file}</span>
        <span className="text-soft">
          {size(view.bytes)} · sha-256{' '}
          <span className="id" title={view.sha256}>
            {shortHash(view.sha256)}
          </span>
          {view.replaces && ` · will replace ${view.replaces}`}
        </span>
        <span className="ml-auto flex gap-2">
          <button type="button" className="act" disabled={!desk.canUndo} onClick={desk.undo}>
            Undo <Key>u</Key>
          </button>
          <button type="button" className="act" onClick={desk.startOver}>
            Start over
          </button>
        </span>
      </header>
      <DeskTable view={view} kinds={kinds.data} onChange={desk.change} />
      <DeskAside view={view} kinds={kinds.data} onChange={desk.change} error={desk.error} />
      <Foot
        view={view}
        busy={job !== null}
        blocked={blocked}
        onTake={() => void start('take')}
        onReadThrough={() => void start('read-through')}
      >
        {job !== null && <JobProgress id={job} onEnd={ended} />}
        <Sentences error={failure} />
      </Foot>
    </div>
  );
}

interface FootProps {
  view: DeskView;
  busy: boolean;
  blocked: boolean;
  onTake: () => void;
  onReadThrough: () => void;
  children: React.ReactNode;
}

/** The tie-out before anything is taken, and what can be done. */
function Foot({ view, busy, blocked, onTake, onReadThrough, children }: FootProps) {
  const { counts } = view;
  return (
    <footer className="col-span-2 border-t border-ink bg-sheet px-4 py-2.5">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
        {counts ? (
          <>
            {(
              [
                [counts.read, 'read', '+'],
                [counts.rejected, 'rejected', '+'],
                [counts.skipped, 'skipped', '='],
                [counts.rows, 'in the file', ''],
              ] as const
            ).map(([value, word, sign]) => (
              <span key={word} className="flex items-baseline gap-1.5">
                <b className="font-mono text-[17px]">{count(value)}</b> {word}
                <span className="ml-1.5 text-soft">{sign}</span>
              </span>
            ))}
            <Declared counts={counts} />
          </>
        ) : (
          <span>
            <b className="font-mono text-[17px]">{count(view.looked)}</b> rows looked at of about{' '}
            <b className="font-mono text-[17px]">{count(view.textLines)}</b>; read it through for
            tie-out and rejects, or take it
          </span>
        )}
        <span className="ml-auto flex gap-2">
          {!counts && (
            <button type="button" className="act" disabled={busy} onClick={onReadThrough}>
              Read it through
            </button>
          )}
          <SendBack view={view} />
          <button
            type="button"
            className="act act-first"
            disabled={busy || blocked}
            title={blocked ? 'Answer first what stands at the right' : undefined}
            onClick={onTake}
          >
            Take it <Key>Enter</Key>
          </button>
        </span>
      </div>
      <div className="mt-1 empty:mt-0">{children}</div>
    </footer>
  );
}

function Declared({ counts }: { counts: NonNullable<DeskView['counts']> }) {
  if (counts.expected === null || counts.difference === null) {
    return <span className="text-soft">· no count declared</span>;
  }
  return (
    <>
      <span className="flex items-baseline gap-1.5">
        · owner declared <b className="font-mono text-[17px]">{count(counts.expected)}</b>
      </span>
      {counts.difference === 0 ? (
        <span className="text-soft">ties out</span>
      ) : (
        <span className="font-semibold text-oxblood">
          {count(Math.abs(counts.difference))} {counts.difference < 0 ? 'short' : 'too many'}: say
          why before sign-off
        </span>
      )}
    </>
  );
}

/** Copies what is wrong with the file, in words for whoever sent it. */
function SendBack({ view }: { view: DeskView }) {
  const [copied, setCopied] = useState(false);
  const lines = [
    ...view.issues.map((issue) => issue.sentence),
    ...view.drift.map((issue) => issue.sentence),
    ...view.rejects.map((reject) => `line ${reject.row}: ${reject.reason}`),
  ];
  if (view.counts?.difference) {
    lines.push(`${view.counts.rows} rows are in the file, ${view.counts.expected} were declared`);
  }
  return (
    <button
      type="button"
      className="act"
      disabled={lines.length === 0}
      onClick={() => {
        void navigator.clipboard
          .writeText(`${view.file}:\n${lines.map((line) => `- ${line}`).join('\n')}\n`)
          .then(() => setCopied(true));
      }}
    >
      {copied ? 'Copied to send back' : 'Send back with questions'}
    </button>
  );
}

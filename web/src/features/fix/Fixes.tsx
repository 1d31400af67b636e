import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { FixPage, FixView } from '../../shared/api/fixTypes';
import { count, counted } from '../../shared/model/format';
import { Key, useKeys, Waiting } from '../../shared/ui';
import { FixTable } from './FixTable';
import { ByHandForm, GiveForm, MoveForm, SettingsForm } from './forms';
import { fits, GROUPS, type Grouping, grouped, tallies } from './model';
import { useFixes } from './useFixes';

type Asking = 'handed-over' | 'reported-done' | 'dropped' | 'planned' | 'give' | 'hand' | 'days';

/** What has to be done, by whom and by when, and what later snapshots prove. */
export function Fixes() {
  const work = useFixes();
  const page = work.page.data;
  if (!page) {
    return <Waiting error={work.page.error} what="the fixes" />;
  }
  return <Loaded page={page} work={work} />;
}

function Loaded({ page, work }: { page: FixPage; work: ReturnType<typeof useFixes> }) {
  const [params, setParams] = useSearchParams();
  const [marked, setMarked] = useState<Set<number>>(new Set());
  const [at, setAt] = useState(0);
  const [open, setOpen] = useState<number | null>(null);
  const [asking, setAsking] = useState<Asking | null>(null);
  const get = (name: string) => params.get(name) ?? '';
  const set = (name: string, value: string) => {
    const next = new URLSearchParams(params);
    value ? next.set(name, value) : next.delete(name);
    setParams(next, { replace: true });
    setAt(0);
  };
  const filter = {
    state: get('state'),
    application: get('application'),
    actor: get('actor'),
    text: get('text'),
  };
  const by: Grouping = get('by') in GROUPS ? (get('by') as Grouping) : 'actor';
  const shown = page.fixes.filter((fix) => fits(fix, filter));
  const groups = grouped(shown, by);
  const inOrder = groups.flatMap(([, own]) => own);
  const current = inOrder[Math.min(at, inOrder.length - 1)];
  const chosen = marked.size > 0 ? shown.filter((fix) => marked.has(fix.id)) : [];
  const acted = chosen.length > 0 ? chosen : current ? [current] : [];
  const ask = (what: Asking) => () => acted.length > 0 && setAsking(what);
  const mark = (ids: number[], on: boolean) =>
    setMarked((before) => {
      const next = new Set(before);
      for (const id of ids) {
        on ? next.add(id) : next.delete(id);
      }
      return next;
    });
  const close = () => {
    setAsking(null);
    setMarked(new Set());
  };
  useKeys(
    {
      j: () => setAt(Math.min(at + 1, inOrder.length - 1)),
      k: () => setAt(Math.max(at - 1, 0)),
      x: () => current && mark([current.id], !marked.has(current.id)),
      Enter: () => current && setOpen(open === current.id ? null : current.id),
      h: ask('handed-over'),
      d: ask('reported-done'),
      w: ask('give'),
      p: ask('dropped'),
    },
    asking === null,
  );
  return (
    <div className="p-5">
      <Head page={page} path={work.path} query={params.toString()} onAsk={setAsking} />
      <Tally fixes={page.fixes} page={page} state={filter.state} onState={(s) => set('state', s)} />
      {page.fixes.length === 0 ? (
        <Empty page={page} />
      ) : (
        <>
          <div className="no-print flex flex-wrap items-center gap-2 py-3">
            <select
              aria-label="Together by"
              className="field"
              value={by}
              onChange={(event) => set('by', event.target.value)}
            >
              {Object.entries(GROUPS).map(([id, words]) => (
                <option key={id} value={id}>
                  by {words}
                </option>
              ))}
            </select>
            <select
              aria-label="Application"
              className="field"
              value={filter.application}
              onChange={(event) => set('application', event.target.value)}
            >
              <option value="">every application</option>
              {page.applications.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.words}
                </option>
              ))}
            </select>
            <input
              aria-label="Words"
              placeholder="words"
              className="field w-40"
              value={filter.text}
              onChange={(event) => set('text', event.target.value)}
            />
            <span className="ml-auto flex flex-wrap gap-2">
              <span className="self-center text-sm text-soft">
                {chosen.length > 0 ? counted(chosen.length, 'fix', 'fixes') : 'the one at hand'}:
              </span>
              <Act words="Hand over" keyName="H" onClick={ask('handed-over')} />
              <Act words="Reported done" keyName="D" onClick={ask('reported-done')} />
              <Act words="Who, when" keyName="W" onClick={ask('give')} />
              <Act words="Drop" keyName="P" onClick={ask('dropped')} />
            </span>
          </div>
          <FixTable
            groups={groups}
            current={current?.id ?? null}
            marked={marked}
            open={open}
            onMark={mark}
            onOpen={setOpen}
          />
          {shown.length === 0 && <p className="p-4 text-soft">No fix is like this.</p>}
        </>
      )}
      {asking === 'give' && <GiveForm work={work} fixes={acted} onClose={close} />}
      {asking === 'hand' && <ByHandForm work={work} page={page} onClose={close} />}
      {asking === 'days' && <SettingsForm work={work} onClose={close} />}
      {asking && !['give', 'hand', 'days'].includes(asking) && (
        <MoveForm work={work} fixes={acted} state={asking} onClose={close} />
      )}
    </div>
  );
}

function Act({ words, keyName, onClick }: { words: string; keyName: string; onClick: () => void }) {
  return (
    <button type="button" className="act" onClick={onClick}>
      {words} <Key>{keyName}</Key>
    </button>
  );
}

interface HeadProps {
  page: FixPage;
  path: string;
  query: string;
  onAsk: (asking: Asking) => void;
}

function Head({ page, path, query, onAsk }: HeadProps) {
  const waits = page.waitingFindings + page.waitingItems;
  return (
    <header>
      <div className="flex flex-wrap items-baseline gap-x-3 gap-y-2">
        <h1 className="text-[20px] leading-[27px]">Fix</h1>
        <span className="no-print ml-auto flex gap-2">
          <Link className={`act ${waits > 0 ? 'act-first' : ''}`} to="plan">
            Plan
          </Link>
          <button type="button" className="act" onClick={() => onAsk('hand')}>
            By hand
          </button>
          <button type="button" className="act" onClick={() => onAsk('days')}>
            Days
          </button>
          <Link className="act" to="push">
            Carry out
          </Link>
          <a className="act" href={`${path}/remediation.pdf?${query}`}>
            PDF
          </a>
          <a className="act" href={`${path}/list.xlsx?${query}`}>
            XLSX
          </a>
          <a className="act" href={`${path}/list.csv?${query}`}>
            CSV
          </a>
          <a className="act" href={`${path}/due.ics?${query}`}>
            Calendar
          </a>
        </span>
      </div>
      {waits > 0 && (
        <p className="mt-1">
          <Link className="door" to="plan">
            {[
              page.waitingFindings > 0 &&
                `${counted(page.waitingFindings, 'finding')} decided to be fixed`,
              page.waitingItems > 0 && `${counted(page.waitingItems, 'decision')} of rounds`,
            ]
              .filter(Boolean)
              .join(' and ')}
          </Link>{' '}
          wait for a plan.
        </p>
      )}
    </header>
  );
}

interface TallyProps {
  fixes: FixView[];
  page: FixPage;
  state: string;
  onState: (state: string) => void;
}

/** How many stand where; each number shows its fixes. */
function Tally({ fixes, page, state, onState }: TallyProps) {
  const found = tallies(fixes);
  const all = [...page.states, { id: 'overdue', words: 'overdue' }];
  return (
    <p className="mt-2 flex flex-wrap gap-x-6 gap-y-1 text-[17px]">
      <button
        type="button"
        className={state === '' ? 'font-semibold' : 'door'}
        onClick={() => onState('')}
      >
        {counted(fixes.length, 'fix', 'fixes')}
      </button>
      {all.map((one) => {
        const number = found.get(one.id) ?? 0;
        const bad = number > 0 && (one.id === 'came-back' || one.id === 'overdue');
        return number === 0 ? (
          <span key={one.id} className="text-soft">
            0 {one.words}
          </span>
        ) : (
          <button
            key={one.id}
            type="button"
            aria-pressed={state === one.id}
            className={`${state === one.id ? 'font-semibold' : 'door'} ${bad ? 'text-oxblood' : ''}`}
            onClick={() => onState(state === one.id ? '' : one.id)}
          >
            {count(number)} {one.words}
          </button>
        );
      })}
    </p>
  );
}

function Empty({ page }: { page: FixPage }) {
  const waits = page.waitingFindings + page.waitingItems > 0;
  return (
    <p className="mt-6 max-w-[60ch]">
      Nothing is planned yet.{' '}
      {waits ? (
        <>
          <Link className="door" to="plan">
            Look at the plan
          </Link>
          : it takes away the least that clears what was decided, and says what else would go.
        </>
      ) : (
        <>
          A fix comes from a finding decided with <Key>F</Key>, from a decision of a round, or by
          hand.
        </>
      )}
    </p>
  );
}

import { useCallback, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { FindingLine, Seen, VerdictWord } from '../../shared/api/types';
import { count, counted } from '../../shared/model/format';
import { Sentences, useKeys, Waiting } from '../../shared/ui';
import { DecideForm } from './DecideForm';
import { DetailPane } from './DetailPane';
import { FilterBar } from './FilterBar';
import { FindingTable } from './FindingTable';
import { Groups } from './Groups';
import { filterParams, type ListAction, readState, reduce, writeState } from './listState';
import { type Marks, toggleAll, toggleMark, unmark } from './marks';
import { useDecide } from './useDecide';
import { useDesk, useFindingLines } from './useFindingList';

function seen(line: FindingLine): Seen {
  return { key: line.key, decision: line.decision?.seq ?? 0 };
}

function isDecided(line: FindingLine): boolean {
  return line.decision !== null && line.decision.verdict !== 'open';
}

/** The triage desk: groups at the left, the list, the open finding at the right. */
export function Findings() {
  const [params, setParams] = useSearchParams();
  const state = readState(params);
  const dispatch = useCallback(
    (action: ListAction) =>
      setParams((before) => writeState(reduce(readState(before), action)), {
        replace: action.type === 'open' || action.type === 'text',
      }),
    [setParams],
  );
  const desk = useDesk();
  const filter = filterParams(state).toString();
  const [range, setRange] = useState({ first: 0, last: 60 });
  const { total, lines, error } = useFindingLines(filter, range.first, range.last);
  const [marks, setMarks] = useState<Marks>(new Set());
  const [asking, setAsking] = useState<VerdictWord | null>(null);
  const [last, setLast] = useState<Seen[]>([]);
  const search = useRef<HTMLInputElement>(null);
  const decide = useDecide();

  const shown = [...lines.entries()].sort(([a], [b]) => a - b).map(([, line]) => line);
  const openAt = shown.findIndex((line) => line.key === state.open);
  const current = openAt >= 0 ? shown[openAt] : shown[0];
  const chosen =
    marks.size > 0 ? shown.filter((line) => marks.has(line.key)) : current ? [current] : [];

  const move = (step: number) => {
    const next = shown[Math.max(0, Math.min(shown.length - 1, (openAt < 0 ? 0 : openAt) + step))];
    if (next) {
      dispatch({ type: 'open', key: next.key });
    }
  };
  const send = async (
    verdict: VerdictWord,
    words: { reason?: string; approver?: string; until?: string },
  ) => {
    const sent = chosen.map(seen);
    const following = shown[Math.min(shown.length - 1, Math.max(openAt, 0) + 1)];
    const goOn = marks.size === 0 && following !== undefined;
    // One key decides at once and goes on at once: what is pressed while the answer is on its way
    // is for the next finding. A form stays until the answer, for it may be refused.
    if (goOn && asking === null) {
      dispatch({ type: 'open', key: following.key });
    }
    try {
      const decided = await decide.mutateAsync({ findings: sent, verdict, ...words });
      setLast(Object.entries(decided).map(([key, now]) => ({ key, decision: now.seq })));
      setMarks((now) =>
        unmark(
          now,
          sent.map((one) => one.key),
        ),
      );
      setAsking(null);
      if (goOn && asking !== null) {
        dispatch({ type: 'open', key: following.key });
      }
    } catch {
      // The refusal stands beside the finding that it is about; the mutation keeps its words.
      if (sent[0]) {
        dispatch({ type: 'open', key: sent[0].key });
      }
    }
  };
  const start = (verdict: VerdictWord) => {
    decide.reset();
    if (chosen.length > 0) {
      verdict === 'fix' ? send('fix', {}) : setAsking(verdict);
    }
  };
  const takeBack = () => {
    // The last decision as a whole, unless the user has gone on to another decided finding.
    const decided = chosen.filter(isDecided).map(seen);
    const stillThere = last.some((one) => chosen.some((line) => line.key === one.key));
    const again = last.length > 0 && (stillThere || decided.length === 0) ? last : decided;
    if (again.length > 0) {
      decide.mutate({ findings: again, verdict: 'open' }, { onSuccess: () => setLast([]) });
    }
  };
  const mark = (key: string) => setMarks((before) => toggleMark(before, key));
  useKeys(
    {
      j: () => move(1),
      ArrowDown: () => move(1),
      k: () => move(-1),
      ArrowUp: () => move(-1),
      x: () => current && mark(current.key),
      '*': () =>
        setMarks((before) =>
          toggleAll(
            before,
            shown.map((line) => line.key),
          ),
        ),
      f: () => start('fix'),
      a: () => start('accept'),
      n: () => start('dismiss'),
      q: () => start('ask'),
      u: takeBack,
      '/': () => search.current?.focus(),
    },
    asking === null,
  );

  if (!desk.data) {
    return <Waiting error={desk.error} what="the findings" />;
  }
  return (
    <div className="grid h-full grid-cols-[206px_minmax(0,1fr)_minmax(320px,372px)] max-[1199px]:grid-cols-[172px_minmax(0,1fr)_320px] grid-rows-[auto_minmax(0,1fr)]">
      <div className="col-span-3 flex flex-wrap items-center gap-x-3 gap-y-1.5 border-b border-rule px-4 py-2.5">
        <h1 className="text-[17px] font-semibold">Findings</h1>
        <span className="text-soft">
          {count(desk.data.open)} to decide of {count(desk.data.total)}
          {total !== undefined && total !== desk.data.total && ` · ${count(total)} shown`}
        </span>
        <FilterBar
          state={state}
          desk={desk.data}
          dispatch={dispatch}
          filter={filter}
          search={search}
        />
      </div>
      <Groups desk={desk.data} state={state} dispatch={dispatch} />
      <FindingTable
        state={state}
        desk={desk.data}
        total={total}
        lines={lines}
        current={current?.key ?? ''}
        marks={marks}
        error={error}
        dispatch={dispatch}
        onMark={mark}
        onMarkAll={() =>
          setMarks((before) =>
            toggleAll(
              before,
              shown.map((line) => line.key),
            ),
          )
        }
        onRange={setRange}
      />
      <div className="min-h-0 overflow-y-auto border-l border-rule bg-sheet">
        {marks.size > 0 && (
          <p className="border-b border-rule bg-selected px-4 py-2" role="status">
            <b>{counted(chosen.length, 'finding')}</b> marked: a decision is for all of them.
          </p>
        )}
        {asking === null && decide.error && (
          <div className="p-4 pb-0">
            <Sentences error={decide.error} />
          </div>
        )}
        {asking !== null && (
          <DecideForm
            verdict={asking}
            findings={chosen.length}
            error={decide.error}
            busy={decide.isPending}
            onSend={(words) => send(asking, words)}
            onCancel={() => {
              decide.reset();
              setAsking(null);
            }}
          />
        )}
        <DetailPane
          finding={current?.key ?? ''}
          empty={total === 0}
          onDecide={start}
          onTakeBack={takeBack}
          dispatch={dispatch}
        />
      </div>
    </div>
  );
}

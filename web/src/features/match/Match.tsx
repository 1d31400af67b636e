import { useState } from 'react';
import { useSearchParams } from 'react-router';
import type { MatchLine, Rule } from '../../shared/api/matchTypes';
import { count, counted } from '../../shared/model/format';
import { Dialog, Sentences, useKeys, Waiting } from '../../shared/ui';
import { CountsTable } from './CountsTable';
import { MatchDetail } from './MatchDetail';
import { MatchList } from './MatchList';
import { PickPerson } from './PickPerson';
import { belongsTo, belongsToNobody, isNot, ownedBy, sureOf, takesBack } from './rules';
import { useMatchCounts, useMatchLines, useRule } from './useMatch';

type Asking = 'owner' | 'person' | 'sure' | null;

function idOf(line: MatchLine): string {
  return `${line.application}\n${line.account}`;
}

/** Whose is it: what rules matched, what is left, and deciding it from the keyboard. */
export function Match() {
  const [params, setParams] = useSearchParams();
  const application = params.get('application') ?? '';
  const show = params.get('show') ?? 'open';
  const text = params.get('text') ?? '';
  const counts = useMatchCounts();
  const [range, setRange] = useState({ first: 0, last: 60 });
  const [open, setOpen] = useState('');
  const [asking, setAsking] = useState<Asking>(null);
  const [done, setDone] = useState<Rule[][]>([]);
  const rule = useRule();
  const filter = new URLSearchParams({ application, show, text }).toString();
  const { total, lines, error } = useMatchLines(filter, range.first, range.last);
  const shown = [...lines.entries()].sort(([a], [b]) => a - b).map(([, line]) => line);
  const openAt = Math.max(
    0,
    shown.findIndex((line) => idOf(line) === open),
  );
  const current = shown[openAt];

  const set = (changes: Record<string, string>) =>
    setParams(
      (before) => {
        for (const [name, value] of Object.entries(changes)) {
          value ? before.set(name, value) : before.delete(name);
        }
        return before;
      },
      { replace: 'text' in changes },
    );
  const goTo = (at: number) => {
    const next = shown[Math.max(0, Math.min(shown.length - 1, at))];
    if (next) {
      setOpen(idOf(next));
    }
  };
  /** Sends and goes on at once: the next key is for the next account. */
  const send = (rules: Rule[], goOn = true) => {
    if (goOn) {
      goTo(openAt + 1);
    }
    setAsking(null);
    rule.mutate(rules, { onSuccess: () => setDone((before) => [...before.slice(-49), rules]) });
  };
  const accept = (nth: number) => {
    const suggestion = current?.suggestions[nth];
    if (current && suggestion) {
      send([belongsTo(current, suggestion.person)]);
    }
  };
  const undo = () => {
    const last = done.at(-1);
    if (last) {
      rule.mutate(last.map(takesBack), { onSuccess: () => setDone((all) => all.slice(0, -1)) });
      setOpen(`${last[0]?.application}\n${last[0]?.account}`);
    }
  };
  const refuse = () => {
    const first = current?.suggestions[0];
    if (current && (first || current.person)) {
      send([isNot(current, first?.person ?? current.person ?? '')], false);
    }
  };
  useKeys(
    {
      j: () => goTo(openAt + 1),
      ArrowDown: () => goTo(openAt + 1),
      k: () => goTo(openAt - 1),
      ArrowUp: () => goTo(openAt - 1),
      '1': () => accept(0),
      '2': () => accept(1),
      '3': () => accept(2),
      '4': () => accept(3),
      '5': () => accept(4),
      r: refuse,
      n: () => current && send([belongsToNobody(current, '')]),
      o: () => current && setAsking('owner'),
      p: () => current && setAsking('person'),
      u: undo,
    },
    asking === null,
  );

  if (!counts.data) {
    return <Waiting error={counts.error} what="the matches" />;
  }
  const left = counts.data.applications.reduce(
    (sum, one) => sum + one.person + one.owner + one.broken,
    0,
  );
  const accounts = counts.data.applications.reduce((sum, one) => sum + one.accounts, 0);
  const sure = shown.flatMap((line) => {
    const one = sureOf(line);
    return one ? [{ line, one }] : [];
  });
  return (
    <div className="grid h-full grid-rows-[auto_auto_minmax(0,1fr)]">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5 border-b border-rule px-4 py-2.5">
        <h1 className="text-[17px] font-semibold">Match</h1>
        <span className="text-soft">
          {count(left)} left of {counted(accounts, 'account')} and {count(counts.data.people)}{' '}
          people
        </span>
        <input
          className="field ml-auto w-56"
          aria-label="Search accounts"
          placeholder="Account, name or mail address"
          value={text}
          onChange={(event) => set({ text: event.target.value })}
        />
        <button
          type="button"
          className="act"
          disabled={sure.length === 0}
          onClick={() => setAsking('sure')}
          title="A user name that is an employee number, or a name and department that one person has"
        >
          Accept {count(sure.length)} sure ones …
        </button>
        <button type="button" className="act" disabled={done.length === 0} onClick={undo}>
          Undo
        </button>
      </div>
      <CountsTable
        view={counts.data}
        application={application}
        show={show}
        onShow={(next) => set(next)}
      />
      <div className="grid min-h-0 grid-cols-[minmax(300px,4fr)_minmax(0,7fr)] border-t border-ink">
        <MatchList
          total={total}
          lines={lines}
          current={current ? idOf(current) : ''}
          idOf={idOf}
          show={show}
          onOpen={setOpen}
          onRange={setRange}
          onShowAll={() => set({ show: 'all', application: '', text: '' })}
          error={error}
        />
        <div className="min-h-0 overflow-y-auto border-l border-rule bg-sheet">
          {rule.error && (
            <div className="p-4 pb-0">
              <Sentences error={rule.error} />
            </div>
          )}
          {current && (
            <MatchDetail
              line={current}
              onAccept={accept}
              onRefuse={refuse}
              onNobody={() => send([belongsToNobody(current, '')])}
              onOwner={() => setAsking('owner')}
              onPerson={() => setAsking('person')}
              onTakeBack={() =>
                send(
                  [
                    {
                      application: current.application,
                      account: current.account,
                      person: null,
                      owner: null,
                      not: [],
                      reason: '',
                      seen: current.ruling,
                    },
                  ],
                  false,
                )
              }
            />
          )}
        </div>
      </div>
      {(asking === 'owner' || asking === 'person') && current && (
        <PickPerson
          title={
            asking === 'owner'
              ? `Who answers for ${current.account}?`
              : `Whose account is ${current.account}?`
          }
          onClose={() => setAsking(null)}
          onPick={(person) =>
            send([asking === 'owner' ? ownedBy(current, person.id) : belongsTo(current, person.id)])
          }
        />
      )}
      {asking === 'sure' && (
        <Dialog
          title={`Accept ${counted(sure.length, 'match', 'matches')}`}
          onClose={() => setAsking(null)}
        >
          <table className="plain-table">
            <tbody>
              {sure.map(({ line, one }) => (
                <tr key={idOf(line)}>
                  <td>
                    <span className="id">{line.account}</span>
                    <span className="block text-xs text-soft">{line.applicationName}</span>
                  </td>
                  <td>
                    {one.name} <span className="id text-soft">{one.person}</span>
                  </td>
                  <td className="text-soft">{one.reasons[0]}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-4 flex gap-2">
            <button
              type="button"
              className="act act-first"
              onClick={() =>
                send(
                  sure.map(({ line, one }) => belongsTo(line, one.person)),
                  false,
                )
              }
            >
              Accept all of these
            </button>
            <button type="button" className="act" onClick={() => setAsking(null)}>
              Look at them one by one
            </button>
          </p>
        </Dialog>
      )}
    </div>
  );
}

import { useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { CheckView } from '../../shared/api/checkTypes';
import { count, counted } from '../../shared/model/format';
import { Key, KeyBit, useKeys, Waiting } from '../../shared/ui';
import { CheckPane } from './CheckPane';
import { OwnForm } from './OwnForm';
import { isSame, NOTHING } from './settings';
import { useChecks } from './useChecks';

/** The catalogue: every check with how it fared at the left, the open one with its settings at the right. */
export function Checks() {
  const checks = useChecks();
  const [params, setParams] = useSearchParams();
  const [text, setText] = useState('');
  const search = useRef<HTMLInputElement>(null);
  const all = checks.data?.checks ?? [];
  const shown = all.filter((check) =>
    `${check.title} ${check.id} ${check.group} ${check.references.join(' ')}`
      .toLowerCase()
      .includes(text.toLowerCase()),
  );
  const open = params.get('check') ?? '';
  const writing = params.get('write') !== null;
  const current = all.find((check) => check.id === open) ?? (writing ? undefined : shown[0]);
  const choose = (id: string) => setParams(id ? { check: id } : {}, { replace: true });
  const move = (step: number) => {
    const at = shown.findIndex((check) => check.id === current?.id);
    const next = shown[Math.max(0, Math.min(shown.length - 1, at + step))];
    if (next) {
      choose(next.id);
    }
  };
  useKeys({
    j: () => move(1),
    ArrowDown: () => move(1),
    k: () => move(-1),
    ArrowUp: () => move(-1),
    '/': () => search.current?.focus(),
  });
  if (!checks.data) {
    return <Waiting error={checks.error} what="the checks" />;
  }
  const groups = [...new Set(shown.map((check) => check.group))];
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)_minmax(420px,520px)] grid-rows-[auto_minmax(0,1fr)]">
      <div className="col-span-2 flex items-center gap-3 border-b border-rule px-4 py-2.5">
        <h1 className="text-[17px] font-semibold">Checks</h1>
        <span className="text-soft">{summary(all)}</span>
        <input
          ref={search}
          className="field ml-auto w-52"
          type="search"
          aria-label="Search in the checks"
          placeholder="Search ( / )"
          value={text}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => event.key === 'Escape' && event.currentTarget.blur()}
        />
        <button type="button" className="act" onClick={() => setParams({ write: '' })}>
          Write a check …
        </button>
      </div>
      <div className="min-h-0 overflow-y-auto px-4 pb-6">
        <table className="plain-table">
          <thead>
            <tr>
              <th scope="col">
                Check{' '}
                <span className="font-normal">
                  <Key>J</Key> <Key>K</Key>
                </span>
              </th>
              <th scope="col" className="num">
                flagged
              </th>
              <th scope="col" className="num">
                tested
              </th>
              <th scope="col">state</th>
            </tr>
          </thead>
          {groups.map((group) => (
            <tbody key={group}>
              <tr>
                <th scope="colgroup" colSpan={4} className="!pt-4 text-left">
                  {group}
                </th>
              </tr>
              {shown
                .filter((check) => check.group === group)
                .map((check) => (
                  <Line
                    key={check.id}
                    check={check}
                    isOpen={check.id === current?.id}
                    onOpen={() => choose(check.id)}
                  />
                ))}
            </tbody>
          ))}
        </table>
        {shown.length === 0 && (
          <p className="py-4">
            No check is called that.{' '}
            <button type="button" className="act" onClick={() => setText('')}>
              Show all
            </button>
          </p>
        )}
      </div>
      <div className="min-h-0 overflow-y-auto border-l border-rule bg-sheet">
        {writing || current?.own ? (
          <OwnForm
            key={writing ? 'new' : current?.id}
            check={writing ? null : (current ?? null)}
            onDone={choose}
          />
        ) : (
          current && <CheckPane key={current.id} check={current} />
        )}
      </div>
    </div>
  );
}

function summary(checks: CheckView[]): string {
  const places = checks.flatMap((check) => check.places);
  const gaps = places.filter((place) => place.state === 'not-tested').length;
  const off = places.filter((place) => place.state === 'switched-off').length;
  return [
    counted(checks.length, 'check'),
    `${count(places.length - gaps - off)} tested in an application`,
    `${count(gaps)} not tested`,
    `${count(off)} switched off`,
  ].join(' · ');
}

function Line({
  check,
  isOpen,
  onOpen,
}: {
  check: CheckView;
  isOpen: boolean;
  onOpen: () => void;
}) {
  const tested = check.places.filter((place) => place.state === 'tested');
  const flagged = tested.reduce((sum, place) => sum + place.flagged, 0);
  const gaps = check.places.filter((place) => place.state === 'not-tested').length;
  const off = check.places.filter((place) => place.state === 'switched-off').length;
  const isSet =
    !isSame(check.setting, NOTHING) ||
    check.places.some((place) => !isSame(place.setting, NOTHING));
  return (
    <tr className={isOpen ? 'bg-selected' : 'hover:bg-sheet'}>
      <td>
        <button
          type="button"
          className="flex w-full items-baseline gap-2 text-left"
          aria-pressed={isOpen}
          onClick={onOpen}
        >
          <KeyBit severity={check.severity} />
          <span>{check.title}</span>
        </button>
      </td>
      <td className={`num ${flagged ? 'font-semibold' : 'text-soft'}`}>
        {tested.length ? count(flagged) : ''}
      </td>
      <td className="num">
        {tested.length ? count(tested.reduce((sum, place) => sum + place.tested, 0)) : ''}
      </td>
      <td className="text-sm">
        {[
          tested.length > 0 && `tested in ${tested.length}`,
          gaps > 0 && `not tested in ${gaps}`,
          off > 0 && `off in ${off}`,
          check.places.length === 0 && 'nothing to look at',
          isSet && 'settings changed',
        ]
          .filter(Boolean)
          .join(' · ')}
      </td>
    </tr>
  );
}

import { useState } from 'react';
import { Link } from 'react-router';
import type { Desk } from '../../shared/api/types';
import { count, counted } from '../../shared/model/format';
import { KeyBit } from '../../shared/ui';
import { type Group, groupCounts, personGroups } from './groupCounts';
import type { Facet, ListAction, ListState } from './listState';
import { usePeople } from './useFindingList';

const WAYS: { by: Facet; name: string }[] = [
  { by: 'check', name: 'check' },
  { by: 'application', name: 'place' },
  { by: 'severity', name: 'severity' },
  { by: 'person', name: 'person' },
];

interface Props {
  desk: Desk;
  state: ListState;
  dispatch: (action: ListAction) => void;
}

/** The findings grouped by check, application, severity or person; a group is a filter. */
export function Groups({ desk, state, dispatch }: Props) {
  const [by, setBy] = useState<Facet>('check');
  const people = usePeople(by === 'person');
  const groups = by === 'person' ? personGroups(people.data ?? []) : groupCounts(desk, by);
  const gaps = groups.filter((group) => group.notTestedIn.length > 0);
  const quiet = groups.filter((group) => group.total === 0 && group.tested > 0);
  const shown = by === 'check' ? groups.filter((group) => group.total > 0) : groups;
  return (
    <div className="min-h-0 overflow-y-auto border-r border-rule py-3">
      <p className="mb-1 px-4 text-sm text-soft">
        by{' '}
        {WAYS.map((way, index) => (
          <span key={way.by}>
            {index > 0 && ' · '}
            <button
              type="button"
              aria-pressed={by === way.by}
              className={by === way.by ? 'font-semibold text-ink' : 'hover:underline'}
              onClick={() => setBy(way.by)}
            >
              {way.name}
            </button>
          </span>
        ))}
      </p>
      {shown.map((group) => (
        <GroupButton
          key={group.value}
          group={group}
          chosen={state[by].includes(group.value)}
          onChoose={() => dispatch({ type: 'only', facet: by, value: group.value })}
        />
      ))}
      {by === 'check' && quiet.length > 0 && (
        <Names
          title={`${counted(quiet.length, 'check')} found nothing where tested`}
          lines={quiet.map((group) => `${group.title}: ${count(group.tested)} tested`)}
        />
      )}
      {by === 'check' && gaps.length > 0 && (
        <>
          <Names
            title={`${counted(gaps.length, 'check')} not tested somewhere`}
            lines={gaps.map(
              (group) =>
                `${group.title}: ${group.notTestedIn
                  .map((id) => desk.applications.find((one) => one.id === id)?.name ?? id)
                  .join(', ')}`,
            )}
          />
          <Link className="cite mx-4 block py-1" to="../standing#not-tested">
            What is missing
          </Link>
        </>
      )}
    </div>
  );
}

function Names({ title, lines }: { title: string; lines: string[] }) {
  return (
    <details className="mt-3 px-4 text-sm text-soft">
      <summary className="cursor-default py-1">{title}</summary>
      {lines.map((line) => (
        <p key={line} className="mb-1">
          {line}
        </p>
      ))}
    </details>
  );
}

function GroupButton({
  group,
  chosen,
  onChoose,
}: {
  group: Group;
  chosen: boolean;
  onChoose: () => void;
}) {
  return (
    <button
      type="button"
      aria-pressed={chosen}
      onClick={onChoose}
      className={`grid w-full grid-cols-[26px_minmax(0,1fr)_auto] items-baseline gap-2 border-l-[3px] py-1.5 pr-4 pl-3 text-left ${
        chosen ? 'border-brass bg-selected' : 'border-transparent hover:bg-sheet'
      }`}
    >
      {group.severity ? <KeyBit severity={group.severity} /> : <span />}
      <span>{group.title}</span>
      <span title={`${count(group.open)} to decide of ${count(group.total)}`}>
        <b className={group.open === 0 ? 'font-normal text-soft' : ''}>{count(group.open)}</b>
      </span>
    </button>
  );
}

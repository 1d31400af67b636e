import { type RefObject, useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Desk } from '../../shared/api/types';
import { FACETS, type Facet, type ListAction, type ListState } from './listState';

const STATES: Record<string, string> = {
  open: 'to decide',
  fix: 'fix',
  accept: 'accepted',
  dismiss: 'not a finding',
  ask: 'asked',
};

const SINCE: Record<string, string> = {
  new: 'new',
  first: 'first looked for',
  back: 'came back',
  stayed: 'stood before',
};

interface Props {
  state: ListState;
  desk: Desk;
  filter: string;
  search: RefObject<HTMLInputElement | null>;
  dispatch: (action: ListAction) => void;
}

/** What the list is narrowed to; each part can be taken off, and the list leaves as it is shown. */
export function FilterBar({ state, desk, filter, search, dispatch }: Props) {
  const { snapshot } = useParams();
  const [text, setText] = useState(state.text);
  useEffect(() => setText(state.text), [state.text]);
  useEffect(() => {
    if (text === state.text) {
      return;
    }
    const waiting = setTimeout(() => dispatch({ type: 'text', text }), 250);
    return () => clearTimeout(waiting);
  }, [text, state.text, dispatch]);
  const active = FACETS.filter((facet) => state[facet].length > 0);
  const file = (format: string) => `/api/snapshots/${snapshot}/report/findings.${format}?${filter}`;
  return (
    <div className="ml-auto flex flex-wrap items-center gap-2">
      {active.map((facet) => (
        <button
          key={facet}
          type="button"
          className="act border-rule"
          title="Take this filter off"
          onClick={() => dispatch({ type: 'clear', facet })}
        >
          {facet} <b>{state[facet].map((value) => nameOf(desk, facet, value)).join(', ')}</b> ×
        </button>
      ))}
      {state.check.length === 1 && (
        <Link className="act" to={`../checks?check=${state.check[0]}`}>
          Thresholds
        </Link>
      )}
      {state.gone && (
        <button
          type="button"
          className="act border-rule"
          title="Take this filter off"
          onClick={() => dispatch({ type: 'clearAll' })}
        >
          <b>no longer standing later</b> ×
        </button>
      )}
      <select
        className="field"
        aria-label="Narrow by what stood before"
        value=""
        onChange={(event) => dispatch({ type: 'only', facet: 'since', value: event.target.value })}
      >
        <option value="">since …</option>
        {Object.entries(SINCE).map(([value, name]) => (
          <option key={value} value={value}>
            {name}
          </option>
        ))}
      </select>
      <select
        className="field"
        aria-label="Narrow to a state"
        value=""
        onChange={(event) => dispatch({ type: 'only', facet: 'state', value: event.target.value })}
      >
        <option value="">state …</option>
        {Object.entries(STATES).map(([value, name]) => (
          <option key={value} value={value}>
            {name}
          </option>
        ))}
      </select>
      <input
        ref={search}
        className="field w-40"
        type="search"
        aria-label="Search in the list"
        placeholder="Search ( / )"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => event.key === 'Escape' && event.currentTarget.blur()}
      />
      <a className="act" href={file('csv')}>
        CSV
      </a>
      <a className="act" href={file('pdf')}>
        PDF
      </a>
    </div>
  );
}

function nameOf(desk: Desk, facet: Facet, value: string): string {
  switch (facet) {
    case 'check':
      return desk.groups.find((group) => group.check === value)?.title ?? value;
    case 'application':
      return desk.applications.find((one) => one.id === value)?.name ?? value;
    case 'state':
      return STATES[value] ?? value;
    case 'since':
      return SINCE[value] ?? value;
    case 'severity':
      return value;
    case 'person':
      return value === '-' ? 'nobody' : value;
  }
}

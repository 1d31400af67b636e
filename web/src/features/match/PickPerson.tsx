import { useDeferredValue, useState } from 'react';
import type { PersonLine } from '../../shared/api/matchTypes';
import { Dialog, Sentences } from '../../shared/ui';
import { usePeople } from './useMatch';

/** Finds one person of the roster by id, name or address; arrows and Enter choose. */
export function PickPerson(props: {
  title: string;
  onPick: (person: PersonLine) => void;
  onClose: () => void;
}) {
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const asked = useDeferredValue(text);
  const people = usePeople(asked);
  const found = people.data ?? [];
  const chosen = Math.min(at, found.length - 1);
  return (
    <Dialog title={props.title} onClose={props.onClose}>
      <input
        autoFocus
        className="field w-full"
        aria-label="Id, name or mail address"
        placeholder="Id, name or mail address"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setAt(0);
        }}
        onKeyDown={(event) => {
          const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
          if (step !== 0) {
            event.preventDefault();
            setAt(Math.max(0, Math.min(found.length - 1, chosen + step)));
          } else if (event.key === 'Enter' && found[chosen]) {
            event.preventDefault();
            props.onPick(found[chosen]);
          }
        }}
      />
      <Sentences error={people.error} />
      <ul className="mt-3" aria-label="People found">
        {found.map((person, index) => (
          <li key={person.id}>
            <button
              type="button"
              className={`grid w-full grid-cols-[90px_1fr_1fr] gap-2 border-b border-rule-light px-1 py-1.5 text-left ${
                index === chosen ? 'bg-selected' : 'hover:bg-selected'
              }`}
              onClick={() => props.onPick(person)}
            >
              <span className="id">{person.id}</span>
              <span>
                {person.name} {person.left && <b className="text-oxblood">has left</b>}
              </span>
              <span className="truncate text-soft">
                {[person.title, person.department].filter(Boolean).join(', ')}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {asked.trim() && people.data?.length === 0 && (
        <p className="mt-3 text-soft">Nobody in the roster of this date fits.</p>
      )}
    </Dialog>
  );
}

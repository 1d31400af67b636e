import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useEffect, useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api } from '../shared/api/client';
import type { Hit } from '../shared/api/types';
import { Sentences } from '../shared/ui';
import { addressOf, pagesFitting } from './finder';

/** The server's limit for each kind of hit. */
const MOST_EACH = 8;

interface Props {
  shown: boolean;
  onOpen: () => void;
  onClose: () => void;
}

/** The one box that finds anything in the audit. */
export function Finder({ shown, onOpen, onClose }: Props) {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        onOpen();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [onOpen]);
  return shown ? <Box onClose={onClose} /> : null;
}

function Box({ onClose }: { onClose: () => void }) {
  const { snapshot } = useParams();
  const navigate = useNavigate();
  const dialog = useRef<HTMLDialogElement>(null);
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const asked = useDeferredValue(text.trim());
  useEffect(() => dialog.current?.showModal(), []);
  const { data, error } = useQuery({
    queryKey: ['search', snapshot, asked],
    queryFn: () =>
      api.get<Hit[]>(`/api/snapshots/${snapshot}/search?q=${encodeURIComponent(asked)}`),
    enabled: asked.length > 0,
    placeholderData: keepPreviousData,
  });
  const pages = pagesFitting(asked);
  const entries = [
    ...pages.map((page) => ({ kind: 'page', label: page.name, about: '', to: page.to })),
    ...(asked ? (data ?? []) : []).map((hit) => ({ ...hit, to: addressOf(hit) })),
  ];
  const chosen = Math.min(at, entries.length - 1);
  const go = (to: string | undefined) => {
    if (to) {
      navigate(to.startsWith('/') ? to : `/s/${snapshot}/${to}`);
      dialog.current?.close();
    }
  };
  return (
    <dialog
      ref={dialog}
      onClose={onClose}
      aria-label="Find"
      className="mx-auto mt-[9vh] w-[620px] max-w-[92vw] rounded-[3px] border border-ink bg-sheet p-0 text-ink backdrop:bg-black/30"
    >
      <input
        autoFocus
        role="combobox"
        aria-expanded="true"
        aria-controls="finder-list"
        aria-activedescendant={chosen >= 0 ? `found-${chosen}` : undefined}
        aria-label="Find a person, account, role, check or file"
        className="w-full border-b border-rule bg-sheet px-4 py-3 text-[17px] outline-none"
        placeholder="An id or a part of a name"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setAt(0);
        }}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
            event.preventDefault();
            const step = event.key === 'ArrowDown' ? 1 : -1;
            setAt(Math.max(0, Math.min(entries.length - 1, chosen + step)));
          } else if (event.key === 'Enter') {
            event.preventDefault();
            go(entries[chosen]?.to);
          }
        }}
      />
      <Sentences error={error} />
      <ul id="finder-list" role="listbox" className="max-h-[60vh] overflow-auto py-1">
        {entries.map((entry, index) => (
          // biome-ignore lint/a11y/useKeyWithClickEvents: the input above takes the keys of the list
          <li
            key={`${entry.kind} ${entry.to} ${entry.label}`}
            id={`found-${index}`}
            role="option"
            aria-selected={index === chosen}
            tabIndex={-1}
            onClick={() => go(entry.to)}
            className={`grid cursor-pointer grid-cols-[70px_minmax(0,200px)_minmax(0,1fr)] gap-3 px-4 py-1.5 ${
              index === chosen ? 'bg-selected' : 'hover:bg-paper'
            }`}
          >
            <span className="text-xs leading-5 text-soft">{entry.kind}</span>
            <span
              className={entry.kind === 'page' || entry.kind === 'person' ? '' : 'id leading-5'}
            >
              {entry.label}
            </span>
            <span className="truncate text-soft">{entry.about}</span>
          </li>
        ))}
        {entries.length >= MOST_EACH && (
          <li className="px-4 py-2 text-xs text-soft">
            At most {MOST_EACH} of each kind and application are listed; type more to narrow them.
          </li>
        )}
        {asked && data?.length === 0 && entries.length === 0 && (
          <li className="px-4 py-2 text-soft">
            Nothing in this audit holds “{asked}”. A part of an id, a name or a mail address will
            do.
          </li>
        )}
      </ul>
    </dialog>
  );
}

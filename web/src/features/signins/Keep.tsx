import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { Dialog } from '../../shared/ui/Dialog';
import { Sentences } from '../../shared/ui/Sentences';
import { useKept } from './useSignIns';

interface Props {
  view: string;
  query: string;
}

/** Questions kept by name: opened again, pinned to the front page, or forgotten. */
export function Keep({ view, query }: Props) {
  const { snapshot } = useParams();
  const go = useNavigate();
  const { kept, keep, forget } = useKept();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const [pinned, setPinned] = useState(true);
  const own = (kept.data ?? []).filter((one) => one.view === view);
  return (
    <>
      <button type="button" className="door" onClick={() => setOpen(true)}>
        Questions{own.length > 0 && ` (${own.length})`}
      </button>
      {open && (
        <Dialog title="Kept questions" onClose={() => setOpen(false)}>
          {own.length === 0 && <p className="mb-3 text-soft">None is kept yet.</p>}
          <ul className="mb-4">
            {own.map((one) => (
              <li key={one.id} className="flex gap-3 border-b border-rule-light py-1.5">
                <button
                  type="button"
                  className="door text-left"
                  onClick={() => {
                    setOpen(false);
                    go(
                      `/s/${snapshot}/${one.view === 'changes' ? 'changes' : 'sign-ins'}?${one.query}`,
                    );
                  }}
                >
                  {one.name}
                </button>
                <span className="ml-auto text-soft">
                  {one.pinned ? 'on Standing' : ''} {one.keptBy}
                </span>
                <button
                  type="button"
                  className="cite"
                  aria-label={`Forget ${one.name}`}
                  onClick={() => forget.mutate(one.id)}
                >
                  forget
                </button>
              </li>
            ))}
          </ul>
          <form
            className="flex flex-wrap items-center gap-3"
            onSubmit={(event) => {
              event.preventDefault();
              keep.mutate({ view, name, query, pinned }, { onSuccess: () => setName('') });
            }}
          >
            <input
              className="field w-64"
              aria-label="Name for what is shown now"
              placeholder="Name for what is shown now"
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
            <label className="flex items-center gap-1.5 text-sm">
              <input
                type="checkbox"
                checked={pinned}
                onChange={(event) => setPinned(event.target.checked)}
              />
              on Standing
            </label>
            <button type="submit" className="act act-first" disabled={!name.trim()}>
              Keep it
            </button>
          </form>
          <Sentences error={keep.error ?? forget.error} />
        </Dialog>
      )}
    </>
  );
}

import { useState } from 'react';
import type { UserText, UserView } from '../../shared/api/userTypes';
import { Dialog, Sentences } from '../../shared/ui';
import { PARTS } from './parts';
import { useUsers } from './useUsers';

interface Props {
  user: UserView | null;
  onClose: () => void;
  onMade: (name: string, welcome: string) => void;
}

const FRESH: UserText = {
  name: '',
  displayName: '',
  email: '',
  person: '',
  parts: ['auditor'],
  applications: [],
  active: true,
  version: 0,
};

/** One user: who, as what, and for whom in the roster. */
export function UserForm({ user, onClose, onMade }: Props) {
  const { make, change } = useUsers();
  const [text, setText] = useState<UserText>(user ?? FRESH);
  const set = (changes: Partial<UserText>) => setText({ ...text, ...changes });
  const field = (name: 'name' | 'displayName' | 'email' | 'person', label: string) => (
    <label className="block">
      {label}
      <input
        className="field mt-0.5 block w-full"
        autoComplete="off"
        required={name === 'name'}
        disabled={name === 'name' && user !== null}
        value={text[name]}
        onChange={(event) => set({ [name]: event.target.value })}
      />
    </label>
  );
  return (
    <Dialog title={user ? `User ${user.name}` : 'New user'} onClose={onClose}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (user) {
            change.mutate({ id: user.id, text }, { onSuccess: onClose });
          } else {
            make.mutate(text, {
              onSuccess: ({ welcome }) => {
                onMade(text.name, welcome);
                onClose();
              },
            });
          }
        }}
      >
        {field('name', 'Name to sign in with')}
        {field('displayName', 'Full name')}
        {field('email', 'Mail address')}
        {field('person', 'Id in the personnel roster, for reviewers')}
        <fieldset>
          <legend>Parts</legend>
          {PARTS.map(([id, words, about]) => (
            <label key={id} className="flex items-baseline gap-2 py-0.5">
              <input
                type="checkbox"
                checked={text.parts.includes(id)}
                onChange={(event) =>
                  set({
                    parts: event.target.checked
                      ? [...text.parts, id]
                      : text.parts.filter((one) => one !== id),
                  })
                }
              />
              <span>
                {words} <span className="text-sm text-soft">{about}</span>
              </span>
            </label>
          ))}
        </fieldset>
        {text.parts.includes('fixer') && (
          <label className="block">
            Applications whose fixes the user carries out (ids, separated by commas)
            <input
              className="field mt-0.5 block w-full"
              value={text.applications.join(', ')}
              onChange={(event) =>
                set({ applications: event.target.value.split(/\s*,\s*/).filter(Boolean) })
              }
            />
          </label>
        )}
        {user && (
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              checked={text.active}
              onChange={(event) => set({ active: event.target.checked })}
            />
            may sign in
          </label>
        )}
        <Sentences error={make.error ?? change.error} />
        <button type="submit" className="act act-first">
          {user ? 'Change' : 'Make and invite'}
        </button>
      </form>
    </Dialog>
  );
}

import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { api } from '../../shared/api/client';
import { Sentences } from '../../shared/ui';
import { Dialog } from '../../shared/ui/Dialog';
import { seesAudits } from './parts';
import { useSession } from './useSession';

/** Who you are: keys, password, sign out. */
export function UserMenu({ onKeys }: { onKeys?: () => void }) {
  const session = useSession();
  const parts = session.data?.parts ?? [];
  const queries = useQueryClient();
  const menu = useRef<HTMLDetailsElement>(null);
  const [changing, setChanging] = useState(false);
  const signOut = useMutation({
    mutationFn: () => api.remove('/api/session'),
    onSuccess: () => {
      queries.removeQueries({ predicate: (query) => query.queryKey[0] !== 'session' });
      void queries.invalidateQueries({ queryKey: ['session'] });
    },
  });
  const choose = (what: () => void) => () => {
    menu.current?.removeAttribute('open');
    what();
  };
  return (
    <>
      <details ref={menu} className="relative">
        <summary className="cursor-pointer list-none whitespace-nowrap">
          {session.data?.displayName}
        </summary>
        <div className="absolute right-0 z-20 mt-2 w-48 border border-ink bg-sheet py-1">
          {onKeys && <Item onClick={choose(onKeys)}>Keys</Item>}
          {parts.includes('reviewer') && <To page="/reviews">My reviews</To>}
          {parts.includes('fixer') && <To page="/fixes">My fixes</To>}
          {session.data && seesAudits(session.data) && <To page="/journal">Journal</To>}
          {parts.includes('lead') && <To page="/users">Users</To>}
          <To page="/own">Your account</To>
          <Item onClick={choose(() => setChanging(true))}>Change password</Item>
          <Item onClick={choose(() => signOut.mutate())}>Sign out</Item>
        </div>
      </details>
      {changing && <PasswordDialog onClose={() => setChanging(false)} />}
    </>
  );
}

function To({ page, children }: { page: string; children: string }) {
  return (
    <Link className="block px-3 py-1.5 hover:bg-selected" to={page}>
      {children}
    </Link>
  );
}

function Item({ onClick, children }: { onClick: () => void; children: string }) {
  return (
    <button
      type="button"
      className="block w-full px-3 py-1.5 text-left hover:bg-selected"
      onClick={onClick}
    >
      {children}
    </button>
  );
}

function PasswordDialog({ onClose }: { onClose: () => void }) {
  const [current, setCurrent] = useState('');
  const [next, setNext] = useState('');
  const change = useMutation({
    mutationFn: () => api.put('/api/session/own/password', { current, next }),
    onSuccess: onClose,
  });
  return (
    <Dialog title="Change password" onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          change.mutate();
        }}
      >
        <Password
          label="Present password"
          value={current}
          onChange={setCurrent}
          complete="current-password"
        />
        <Password
          label="New password, 12 letters or more"
          value={next}
          onChange={setNext}
          complete="new-password"
        />
        <Sentences error={change.error} />
        <button type="submit" className="act act-first mt-2">
          Change
        </button>
      </form>
    </Dialog>
  );
}

function Password(props: {
  label: string;
  value: string;
  complete: string;
  onChange: (value: string) => void;
}) {
  return (
    <label className="mb-3 block">
      <span className="mb-1 block text-sm font-semibold">{props.label}</span>
      <input
        className="field w-full"
        type="password"
        autoComplete={props.complete}
        required
        value={props.value}
        onChange={(event) => props.onChange(event.target.value)}
      />
    </label>
  );
}

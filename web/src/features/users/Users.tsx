import { useState } from 'react';
import type { SessionView, UserView } from '../../shared/api/userTypes';
import { count, counted, minute } from '../../shared/model/format';
import { Sentences, Waiting } from '../../shared/ui';
import { PARTS, partWords } from './parts';
import { UserForm } from './UserForm';
import { useUsers } from './useUsers';

/** Who may sign in here, as what, and who is in at the moment. */
export function Users() {
  const users = useUsers();
  const [editing, setEditing] = useState<UserView | 'new' | null>(null);
  const [link, setLink] = useState<{ name: string; address: string } | null>(null);
  if (!users.all.data) {
    return <Waiting error={users.all.error} what="the users" />;
  }
  const all = users.all.data;
  const without = all.filter((one) => one.active && one.hasPassword && !one.asksForCode).length;
  const invite = (user: UserView) =>
    users.invite.mutate(user.id, {
      onSuccess: ({ welcome }) =>
        setLink({ name: user.name, address: `${location.origin}/welcome#${welcome}` }),
    });
  return (
    <main className="mx-auto max-w-[1180px] space-y-7 p-6">
      <header className="flex items-baseline justify-between">
        <div>
          <h1 className="text-[20px] leading-[27px]">
            {counted(all.filter((one) => one.active).length, 'user')} may sign in
            {without > 0 && `, ${count(without)} without a second factor`}.
          </h1>
          <p className="mt-1 text-sm text-soft">
            Whoever loses a part is signed out at once. What each part may ask for stands below, as
            the server applies it.
          </p>
        </div>
        <button type="button" className="act act-first" onClick={() => setEditing('new')}>
          New user
        </button>
      </header>
      <Sentences error={users.invite.error ?? users.unlock.error ?? users.dropCode.error} />
      {link && (
        <p role="status" className="border-l-[3px] border-brass bg-sheet px-3 py-2">
          Send this to {link.name}; it is shown once, works once, and for 14 days:
          <br />
          <span className="id break-all">{link.address}</span>{' '}
          <button
            type="button"
            className="act"
            onClick={() => void navigator.clipboard.writeText(link.address)}
          >
            Copy
          </button>
        </p>
      )}
      <table className="plain-table bg-sheet">
        <thead>
          <tr>
            {['User', 'Parts', 'In the roster', 'Second factor', 'State', ''].map((head) => (
              <th key={head} scope="col" aria-label={head || 'Actions'}>
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {all.map((one) => (
            <tr key={one.id} className={one.active ? '' : 'text-soft'}>
              <td>
                <b>{one.displayName}</b> <span className="id text-soft">{one.name}</span>
                <div className="text-xs text-soft">{one.email}</div>
              </td>
              <td>
                {one.parts.map(partWords).join(', ')}
                <div className="id text-soft">{one.applications.join(', ')}</div>
              </td>
              <td className="id">{one.person || '–'}</td>
              <td>
                {one.asksForCode ? 'asked for' : 'none'}{' '}
                {one.asksForCode && (
                  <button
                    type="button"
                    className="act"
                    onClick={() => users.dropCode.mutate(one.id)}
                  >
                    Take away
                  </button>
                )}
              </td>
              <td>
                {state(one)}
                {one.locked && (
                  <>
                    {' '}
                    <button
                      type="button"
                      className="act"
                      onClick={() => users.unlock.mutate(one.id)}
                    >
                      Unlock
                    </button>
                  </>
                )}
              </td>
              <td className="text-right whitespace-nowrap">
                <button type="button" className="act" onClick={() => setEditing(one)}>
                  Change
                </button>{' '}
                {one.active && (
                  <button type="button" className="act" onClick={() => invite(one)}>
                    {one.hasPassword ? 'New password' : 'Invite'}
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {users.sessions.data && (
        <section>
          <h2 className="head">{counted(users.sessions.data.length, 'open session')}</h2>
          <Sessions sessions={users.sessions.data} onEnd={(number) => users.end.mutate(number)} />
        </section>
      )}
      <section>
        <h2 className="head">What each part may ask for</h2>
        <table className="plain-table">
          <thead>
            <tr>
              <th scope="col">Asked for</th>
              {PARTS.map(([id, words, about]) => (
                <th key={id} scope="col" title={about}>
                  {words}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {users.access.data?.map((row) => (
              <tr key={row.method + row.pattern}>
                <td className="id">
                  {row.method || 'any'} {row.pattern}
                </td>
                {PARTS.map(([id]) => (
                  <td key={id}>
                    {row.parts.includes(id) ||
                    row.parts.some((one) => one.includes(' ') || one === 'anybody') ? (
                      row.parts[0] === 'anybody' ? (
                        'anybody'
                      ) : (
                        'may'
                      )
                    ) : (
                      <span className="text-soft">–</span>
                    )}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      {editing !== null && (
        <UserForm
          user={editing === 'new' ? null : editing}
          onClose={() => setEditing(null)}
          onMade={(name, welcome) =>
            setLink({ name, address: `${location.origin}/welcome#${welcome}` })
          }
        />
      )}
    </main>
  );
}

function state(user: UserView): string {
  if (!user.active) {
    return 'switched off';
  }
  if (user.locked) {
    return 'locked after wrong tries';
  }
  if (!user.hasPassword) {
    return user.invitedUntil ? `invited until ${minute(user.invitedUntil)}` : 'no password yet';
  }
  return user.sessions > 0 ? counted(user.sessions, 'session') : 'active';
}

export function Sessions({
  sessions,
  onEnd,
}: {
  sessions: SessionView[];
  onEnd: (number: number) => void;
}) {
  return (
    <table className="plain-table">
      <thead>
        <tr>
          {['User', 'Since', 'Last seen', 'From', ''].map((head) => (
            <th key={head} scope="col" aria-label={head || 'Actions'}>
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {sessions.map((one) => (
          <tr key={one.number}>
            <td>{one.user}</td>
            <td className="whitespace-nowrap">{minute(one.since)}</td>
            <td className="whitespace-nowrap">{minute(one.lastSeen)}</td>
            <td>
              <span className="id">{one.address}</span>
              <div className="text-xs text-soft">{one.client}</div>
            </td>
            <td className="text-right">
              {one.own ? (
                <span className="text-soft">this one</span>
              ) : (
                <button type="button" className="act" onClick={() => onEnd(one.number)}>
                  End
                </button>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { api } from '../../shared/api/client';
import type { AccountCard, PersonCard } from '../../shared/api/matchTypes';
import { count, counted } from '../../shared/model/format';
import { Cite, KeyBit, Waiting } from '../../shared/ui';

/** One card a person: everything somebody has, in every application. */
export function PersonPage() {
  const { snapshot, person } = useParams();
  const card = useQuery({
    queryKey: ['people', snapshot, 'card', person],
    queryFn: () =>
      api.get<PersonCard>(`/api/snapshots/${snapshot}/people/${encodeURIComponent(person ?? '')}`),
  });
  if (!card.data) {
    return <Waiting error={card.error} what="the person" />;
  }
  const data = card.data;
  const usable = data.accounts.filter((one) => one.usable).length;
  return (
    <div className="space-y-6 p-5">
      <header>
        <h1 className="text-[20px] font-semibold">
          {data.name} <span className="id text-soft">{data.id}</span>
        </h1>
        <p>
          {[data.title, data.department].filter(Boolean).join(', ')} ·{' '}
          {data.left ? (
            <b className="text-oxblood">left{data.end ? ` on ${data.end}` : ''}</b>
          ) : (
            data.status
          )}
          {data.start && `, since ${data.start}`}
          {data.manager && (
            <>
              , reports to{' '}
              <Link
                className="door"
                to={`/s/${snapshot}/people/${encodeURIComponent(data.manager)}`}
              >
                {data.manager}
              </Link>
            </>
          )}{' '}
          · <span className="id">{data.email}</span> · <Cite place={data.place} />
        </p>
        <p className="mt-1 text-soft">
          {counted(data.accounts.length, 'account')}, {count(usable)} of them usable;{' '}
          {counted(data.findings.length, 'finding')}. No certification has been held yet.
        </p>
      </header>
      <section aria-label="Accounts">
        <h2 className="head">Accounts</h2>
        <table className="plain-table">
          <thead>
            <tr>
              <th scope="col">Application</th>
              <th scope="col">Account</th>
              <th scope="col">Matched by</th>
              <th scope="col">Second factor</th>
              <th scope="col">Last sign-in</th>
              <th scope="col">Privileged by</th>
              <th scope="col">Roles</th>
              <th scope="col" className="num">
                Permissions
              </th>
            </tr>
          </thead>
          <tbody>
            {data.accounts.map((one) => (
              <Account key={`${one.application}/${one.account}`} one={one} />
            ))}
          </tbody>
        </table>
        {data.accounts.length === 0 && (
          <p className="py-2">No account is matched to this person.</p>
        )}
        {data.owns.length > 0 && <p className="mt-2">Answers for: {data.owns.join(', ')}.</p>}
      </section>
      <section aria-label="Findings">
        <h2 className="head">Findings</h2>
        <table className="plain-table">
          <tbody>
            {data.findings.map((one) => (
              <tr key={one.key}>
                <td className="w-28">
                  <KeyBit severity={one.severity} word />
                </td>
                <td>
                  <Link
                    className="hover:underline"
                    to={`/s/${snapshot}/findings?check=${one.check}&open=${one.key}`}
                  >
                    {one.sentence}
                  </Link>
                </td>
                <td className="text-right whitespace-nowrap text-brass">{one.state}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {data.findings.length === 0 && <p className="py-2">Nothing was found.</p>}
      </section>
    </div>
  );
}

function Account({ one }: { one: AccountCard }) {
  const { snapshot } = useParams();
  const access = new URLSearchParams({
    application: one.application,
    accounts: one.account,
    held: 'true',
  });
  return (
    <tr>
      <td>
        {one.applicationName}
        <span className="block">
          <Cite place={one.place} />
        </span>
      </td>
      <td>
        <span className="id">{one.account}</span>
        <span className="block text-soft">
          {one.type === 'unknown' ? '' : `${one.type}, `}
          {one.status}
          {one.expires && `, expires ${one.expires}`}
          {one.passwordSet && `, password of ${one.passwordSet}`}
        </span>
      </td>
      <td>{one.matchedBy}</td>
      <td>{one.mfa || <span className="text-soft">not said</span>}</td>
      <td>
        {one.lastSignIn ? (
          <>
            <span className="id">{one.lastSignIn}</span>
            <span className="block text-soft">by the {one.signInFrom}</span>
          </>
        ) : (
          <span className="text-soft">none known</span>
        )}
        {one.failures === null ? (
          <span className="block text-soft">no log</span>
        ) : (
          <Link
            className="cite block"
            to={`../sign-ins?application=${one.application}&accounts=${encodeURIComponent(`=${one.account}`)}`}
          >
            {counted(one.failures, 'failure')}
            {one.lockouts ? `, ${counted(one.lockouts, 'lock-out')}` : ''}
          </Link>
        )}
      </td>
      <td>{one.privileges.join(', ') || <span className="text-soft">–</span>}</td>
      <td>
        {one.roles.map((role) => (
          <span key={`${role.place.row}/${role.role}`} className="block">
            <span className={role.current ? '' : 'line-through'}>{role.name}</span>{' '}
            <span className="text-soft">
              {role.scope && `in ${role.scope} `}
              {role.window} {role.current ? '' : '(not on this date) '}
            </span>
            <Cite place={role.place} />
          </span>
        ))}
        {one.directGrants > 0 && (
          <span className="block">{counted(one.directGrants, 'grant')} to itself</span>
        )}
      </td>
      <td className="num">
        {one.permissions > 0 ? (
          <Link className="door" to={`/s/${snapshot}/access?${access}`}>
            {count(one.permissions)}
          </Link>
        ) : (
          <span className="text-soft">0</span>
        )}
      </td>
    </tr>
  );
}

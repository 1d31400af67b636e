import type { RoleOnDay } from '../../shared/api/changeTypes';
import { counted } from '../../shared/model/format';
import { Cite, Sentences } from '../../shared/ui';
import { useRolesOn } from './useChanges';

interface Props {
  params: URLSearchParams;
  applications: string[];
  onSet: (changes: Record<string, string>) => void;
}

const MARKS: Record<string, string> = { held: '■', 'not held': '□', uncertain: '?' };

/** What one account held at the end of any day, rebuilt; what is not settled says so. */
export function RolesOn({ params, applications, onSet }: Props) {
  const application = params.get('application') ?? applications[0] ?? '';
  const account = params.get('account') ?? '';
  const day = params.get('day') ?? '';
  const asked = new URLSearchParams({ application, account, day });
  const roles = useRolesOn(asked.toString(), account !== '' && application !== '');
  return (
    <div className="max-w-[900px]">
      <form
        className="flex flex-wrap items-center gap-2 py-3 text-sm"
        onSubmit={(event) => {
          event.preventDefault();
          const form = new FormData(event.currentTarget);
          onSet({
            application: String(form.get('application')),
            account: String(form.get('account')).trim(),
            day: String(form.get('day')),
          });
        }}
      >
        What did
        <input
          key={account}
          name="account"
          className="field w-44"
          aria-label="Key of the account"
          placeholder="key of the account"
          defaultValue={account}
        />
        of
        <select
          name="application"
          className="field"
          aria-label="Application"
          defaultValue={application}
        >
          {applications.map((id) => (
            <option key={id}>{id}</option>
          ))}
        </select>
        hold at the end of
        <input
          key={day}
          type="date"
          name="day"
          className="field"
          aria-label="Day"
          defaultValue={day}
        />
        <button type="submit" className="act act-first">
          Rebuild
        </button>
      </form>
      <Sentences error={roles.error} />
      {account === '' && (
        <p className="text-soft">
          Name an account: its roles on that day are rebuilt from the as-of dates and the recorded
          changes between them.
        </p>
      )}
      {roles.data && account !== '' && !roles.error && (
        <>
          <p className="pb-2 text-sm">
            <b className="id">{roles.data.account}</b> on {roles.data.day}:{' '}
            {counted(roles.data.roles.filter((one) => one.state === 'held').length, 'role')} held,{' '}
            {roles.data.roles.filter((one) => one.state === 'uncertain').length} uncertain. As of{' '}
            {roles.data.asOf}
            {roles.data.comparedWith
              ? `, compared with ${roles.data.comparedWith}.`
              : '; there is no earlier date to compare with.'}
          </p>
          {roles.data.roles.length === 0 && <p>No evidence names a role for this account.</p>}
          <table className="plain-table">
            <tbody>
              {roles.data.roles.map((role) => (
                <Row key={role.role} role={role} />
              ))}
            </tbody>
          </table>
        </>
      )}
    </div>
  );
}

function Row({ role }: { role: RoleOnDay }) {
  return (
    <tr className={role.state === 'uncertain' ? 'bg-brass-wash' : ''}>
      <td className="w-32 whitespace-nowrap">
        <span aria-hidden="true" className="inline-block w-5">
          {MARKS[role.state]}
        </span>
        {role.state === 'uncertain' ? <b>uncertain</b> : role.state}
      </td>
      <td className="id">{role.role}</td>
      <td>{role.why}</td>
      <td>
        {role.places.map((place) => (
          <span key={`${place.file}${place.row}`} className="mr-2">
            <Cite place={place} />
          </span>
        ))}
      </td>
    </tr>
  );
}

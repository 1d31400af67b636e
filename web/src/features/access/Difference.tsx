import { useParams } from 'react-router';
import type { AccessApplication, DifferenceLine } from '../../shared/api/accessTypes';
import { count, counted } from '../../shared/model/format';
import { Waiting } from '../../shared/ui';
import { useSnapshots } from '../audits';
import { useDifference } from './useAccess';

interface Props {
  application: AccessApplication;
  params: URLSearchParams;
  onSet: (changes: Record<string, string>) => void;
}

/** Two accounts, two roles, or one of them on two dates: only what differs. */
export function Difference({ application, params, onSet }: Props) {
  const { snapshot } = useParams();
  const snapshots = useSnapshots();
  const kind = params.get('of') ?? 'role';
  const left = params.get('left') ?? '';
  const right = params.get('right') ?? '';
  const before = params.get('before') ?? '';
  const current = snapshots.data?.find((one) => String(one.id) === snapshot);
  const others =
    snapshots.data?.filter((one) => one.audit === current?.audit && one.id !== current?.id) ?? [];
  const query = new URLSearchParams({ application: application.id, left: `${kind}:${left}` });
  if (before) {
    query.set('before', before);
  } else {
    query.set('right', `${kind}:${right}`);
  }
  const ready = left !== '' && (before !== '' || right !== '');
  const difference = useDifference(query, ready);
  const field = (name: string, label: string, value: string) =>
    kind === 'role' ? (
      <select
        className="field"
        aria-label={label}
        value={value}
        onChange={(event) => onSet({ [name]: event.target.value })}
      >
        <option value="">{label}</option>
        {application.roles.map((role) => (
          <option key={role}>{role}</option>
        ))}
      </select>
    ) : (
      <input
        key={`${name}${value}`}
        className="field w-48"
        aria-label={label}
        placeholder={`${label}, then Enter`}
        defaultValue={value}
        onBlur={(event) => onSet({ [name]: event.target.value.trim() })}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      />
    );
  const data = difference.data;
  return (
    <div className="min-h-0 overflow-auto p-4">
      <div className="mb-4 flex flex-wrap items-center gap-2">
        <select
          className="field"
          aria-label="What to compare"
          value={kind}
          onChange={(event) => onSet({ of: event.target.value, left: '', right: '' })}
        >
          <option value="role">roles</option>
          <option value="account">accounts</option>
        </select>
        {field('left', kind === 'role' ? 'one role' : 'one account', left)}
        with
        {before === '' &&
          field('right', kind === 'role' ? 'another role' : 'another account', right)}
        {others.length > 0 && (
          <select
            className="field"
            aria-label="Another date"
            value={before}
            onChange={(event) => onSet({ before: event.target.value })}
          >
            <option value="">on this date</option>
            {others.map((one) => (
              <option key={one.id} value={one.id}>
                the same on {one.asOf}
              </option>
            ))}
          </select>
        )}
      </div>
      {!ready && (
        <p className="text-soft">
          Choose two roles or two accounts of {application.name}, or one of them and another date.
        </p>
      )}
      {ready && !data && <Waiting error={difference.error} what="the comparison" />}
      {ready && data && (
        <>
          <h2 className="mb-2 text-[16px] font-semibold">
            {counted(data.lines.length, 'permission')}{' '}
            {data.lines.length === 1 ? 'differs' : 'differ'}, {count(data.same)} are the same
          </h2>
          <table className="plain-table">
            <thead>
              <tr>
                <th scope="col">Resource</th>
                <th scope="col">Action</th>
                <th scope="col">Sensitivity</th>
                <th scope="col">
                  <span className="id">{data.left}</span>
                </th>
                <th scope="col">
                  <span className="id">{data.right}</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {data.lines.map((line) => (
                <Line key={`${line.resource}|${line.action}`} line={line} />
              ))}
            </tbody>
          </table>
          {data.lines.length === 0 && (
            <p className="py-3">Both can do exactly the same, in the same places.</p>
          )}
        </>
      )}
    </div>
  );
}

function Line({ line }: { line: DifferenceLine }) {
  const side = (where: string | null) =>
    where === null ? <span className="text-soft">– not held</span> : <b>{where}</b>;
  return (
    <tr>
      <td>{line.resource}</td>
      <td>{line.action}</td>
      <td className={line.sensitivity === 'critical' ? 'text-oxblood' : ''}>{line.sensitivity}</td>
      <td>{side(line.left)}</td>
      <td>{side(line.right)}</td>
    </tr>
  );
}

import { count, counted } from '../../shared/model/format';
import { Waiting } from '../../shared/ui';
import { useAdministrators } from './useChanges';

interface Props {
  filter: string;
  onSet: (changes: Record<string, string>) => void;
}

/** Who administers accounts and access, how much of it, and who could and never did. */
export function Administrators({ filter, onSet }: Props) {
  const lines = useAdministrators(filter);
  if (!lines.data) {
    return <Waiting error={lines.error} what="who administers" />;
  }
  const busy = lines.data.filter((line) => line.deeds > 0);
  const idle = lines.data.length - busy.length;
  const most = Math.max(1, ...busy.map((line) => line.deeds));
  return (
    <>
      <p className="py-2.5 text-sm">
        {counted(busy.length, 'account')} administered something;{' '}
        {counted(idle, 'privileged account')} never did.
        {busy.some((line) => !line.privileged) && (
          <b className="text-oxblood">
            {' '}
            {counted(busy.filter((line) => !line.privileged).length, 'account')} did so without
            being privileged on the as-of date.
          </b>
        )}
      </p>
      <table className="plain-table">
        <thead>
          <tr>
            {['Account', 'Person', 'Privileged today'].map((head) => (
              <th key={head} scope="col">
                {head}
              </th>
            ))}
            <th scope="col" className="num">
              Changes
            </th>
            <th scope="col" aria-label="Share" />
            <th scope="col">Of what kind</th>
            <th scope="col">First and last</th>
          </tr>
        </thead>
        <tbody>
          {lines.data.map((line) => (
            <tr key={`${line.application}/${line.account}`}>
              <td className="id">
                {line.account} <span className="text-soft">{line.application}</span>
                {!line.known && <b className="text-oxblood"> in no accounts file</b>}
              </td>
              <td>{line.person || <span className="text-soft">– nobody</span>}</td>
              <td>{line.privileged ? 'privileged' : <b className="text-oxblood">no</b>}</td>
              <td className="num">
                {line.deeds > 0 ? (
                  <button
                    type="button"
                    className="door"
                    onClick={() =>
                      onSet({ view: '', account: line.account, application: line.application })
                    }
                  >
                    {count(line.deeds)}
                  </button>
                ) : (
                  <span className="text-soft">none</span>
                )}
              </td>
              <td className="w-32">
                <span
                  aria-hidden="true"
                  className="mt-1 block h-[9px] bg-soft"
                  style={{ width: `${(line.deeds / most) * 100}%` }}
                />
              </td>
              <td className="text-sm">
                {Object.entries(line.byAction)
                  .map(([action, times]) => `${count(times)} ${action.replace('-', ' ')}`)
                  .join(', ')}
              </td>
              <td className="id whitespace-nowrap">
                {line.first && line.last
                  ? `${line.first.slice(0, 10)} to ${line.last.slice(0, 10)}`
                  : ''}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

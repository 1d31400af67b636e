import { count } from '../../shared/model/format';
import { Cite, Waiting } from '../../shared/ui';
import { useRuns } from './useChanges';

interface Props {
  filter: string;
  refused: boolean;
  onSet: (changes: Record<string, string>) => void;
}

/** What is done how often by whom, or what was refused. */
export function Runs({ filter, refused, onSet }: Props) {
  const page = useRuns(`${filter}&limit=1000`);
  if (!page.data) {
    return <Waiting error={page.error} what={refused ? 'what was refused' : 'what is run'} />;
  }
  const data = page.data;
  if (data.total === 0) {
    return (
      <p className="py-4">
        {refused
          ? 'No record says that anything was refused. Either nothing was, or the trail does not hold it: ask what the application writes down.'
          : 'Nothing is recorded under this filter.'}
      </p>
    );
  }
  const most = Math.max(1, ...data.lines.map((line) => line.times));
  return (
    <>
      <p className="py-2.5 text-sm">
        <b>{count(data.deeds)}</b> records in {count(data.total)} lines, one an account, action and
        resource.
      </p>
      <table className="plain-table">
        <thead>
          <tr>
            <th scope="col" className="num">
              Times
            </th>
            <th scope="col" aria-label="Share" />
            {['Action', 'Resource', 'Account', 'Person', 'First and last', 'First row'].map(
              (head) => (
                <th key={head} scope="col">
                  {head}
                </th>
              ),
            )}
          </tr>
        </thead>
        <tbody>
          {data.lines.map((line) => (
            <tr
              key={`${line.application}/${line.account}/${line.action}/${line.resource}/${line.denied}`}
            >
              <td className="num">{count(line.times)}</td>
              <td className="w-24">
                <span
                  aria-hidden="true"
                  className="mt-1 block h-[9px] bg-soft"
                  style={{ width: `${Math.max(2, (line.times / most) * 100)}%` }}
                />
              </td>
              <td>
                <b>{line.action}</b>
                {line.denied && <b className="text-oxblood"> refused</b>}
              </td>
              <td className="id">{line.resource}</td>
              <td className="id">
                <button
                  type="button"
                  className="min-h-6 hover:underline"
                  onClick={() => onSet({ account: line.account })}
                >
                  {line.account}
                </button>{' '}
                <span className="text-soft">{line.application}</span>
              </td>
              <td>{line.person || <span className="text-soft">– nobody</span>}</td>
              <td className="id whitespace-nowrap">
                {line.first.slice(0, 10)} to {line.last.slice(0, 10)}
              </td>
              <td>
                <Cite place={line.place} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {data.lines.length < data.total && (
        <p className="mt-3 text-sm text-soft">
          {count(data.lines.length)} of {count(data.total)} lines; CSV and XLSX hold all.
        </p>
      )}
    </>
  );
}

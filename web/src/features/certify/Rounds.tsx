import { Link } from 'react-router';
import { count, counted } from '../../shared/model/format';
import { Waiting } from '../../shared/ui';
import { useRounds } from './useRounds';

/** The rounds of the audit, the latest first. */
export function Rounds() {
  const rounds = useRounds();
  if (!rounds.data) {
    return <Waiting error={rounds.error} what="the rounds" />;
  }
  const open = rounds.data.filter((one) => !one.sealed);
  return (
    <div className="p-5">
      <header className="flex items-baseline justify-between">
        <h1 className="text-[20px] leading-[27px]">
          {rounds.data.length === 0
            ? 'No access was certified yet.'
            : open.length === 0
              ? `${counted(rounds.data.length, 'round is', 'rounds are')} sealed.`
              : `${counted(open.length, 'round runs', 'rounds run')}; ${counted(
                  open.reduce((sum, one) => sum + one.left, 0),
                  'item waits',
                  'items wait',
                )} for a decision.`}
        </h1>
        <Link to="new" className="act act-first">
          New round
        </Link>
      </header>
      <p className="mt-1 mb-4 text-sm text-soft">
        In a round, those who know the work say of each access whether it is still needed. What is
        in it is proven against the evidence; what was decided is sealed.
      </p>
      {rounds.data.length > 0 && (
        <table className="plain-table bg-sheet">
          <thead>
            <tr>
              <th scope="col">Round</th>
              <th scope="col">As of</th>
              <th scope="col">Due</th>
              <th scope="col" className="num">
                Items
              </th>
              <th scope="col" className="num">
                Decided
              </th>
              <th scope="col" className="num">
                Reviewers
              </th>
              <th scope="col" className="num">
                Signed off
              </th>
              <th scope="col" className="num">
                Unanswered
              </th>
              <th scope="col">State</th>
            </tr>
          </thead>
          <tbody>
            {rounds.data.map((one) => (
              <tr key={one.id}>
                <td>
                  <Link className="door" to={`${one.id}`}>
                    {one.name}
                  </Link>
                  <div className="text-xs text-soft">{one.words}</div>
                </td>
                <td className="whitespace-nowrap">{one.asOf}</td>
                <td className={`whitespace-nowrap ${one.overdue ? 'text-oxblood' : ''}`}>
                  {one.due}
                  {one.overdue && ' overdue'}
                </td>
                <td className="num">{count(one.items)}</td>
                <td className="num">{count(one.items - one.left)}</td>
                <td className="num">{count(one.reviewers)}</td>
                <td className="num">{count(one.signed)}</td>
                <td className="num">{count(one.unanswered)}</td>
                <td>{one.sealed ? 'sealed' : 'running'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}

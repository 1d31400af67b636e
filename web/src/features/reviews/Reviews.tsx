import { Link } from 'react-router';
import { count, counted } from '../../shared/model/format';
import { Waiting } from '../../shared/ui';
import { useReviews } from './useReview';

/** The rounds in which somebody decides, the ones with something left first. */
export function Reviews() {
  const reviews = useReviews();
  if (!reviews.data) {
    return <Waiting error={reviews.error} what="your reviews" />;
  }
  const open = reviews.data.filter((one) => !one.signed && !one.sealed);
  return (
    <main className="mx-auto max-w-[860px] p-8">
      <h1 className="text-[20px] font-semibold">
        {open.length === 0
          ? 'Nothing waits for your decision.'
          : `${counted(
              open.reduce((sum, one) => sum + one.left, 0),
              'item waits',
              'items wait',
            )} for your decision.`}
      </h1>
      <p className="mt-1 mb-5 text-soft">
        You say of each: does this person still need what it lets them do? Every answer is saved at
        once; you can stop and come back.
      </p>
      {reviews.data.length > 0 && (
        <table className="plain-table bg-sheet">
          <thead>
            <tr>
              <th scope="col">Round</th>
              <th scope="col">Due</th>
              <th scope="col" className="num">
                Items
              </th>
              <th scope="col" className="num">
                Left
              </th>
              <th scope="col">State</th>
            </tr>
          </thead>
          <tbody>
            {reviews.data.map((one) => (
              <tr key={one.round}>
                <td>
                  <Link className="door" to={`/reviews/${one.round}`}>
                    {one.name}
                  </Link>
                  <div className="text-xs text-soft">
                    {one.audit}, as of {one.asOf}
                  </div>
                </td>
                <td className={one.overdue ? 'text-oxblood' : ''}>
                  {one.due}
                  {one.overdue && ' overdue'}
                </td>
                <td className="num">{count(one.items)}</td>
                <td className="num">{count(one.left)}</td>
                <td>{one.sealed ? 'sealed' : one.signed ? 'signed off' : 'open'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </main>
  );
}

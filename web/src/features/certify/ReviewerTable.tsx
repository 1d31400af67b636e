import { Link } from 'react-router';
import type { ReviewerView, RoundPage } from '../../shared/api/certifyTypes';
import { count, minute } from '../../shared/model/format';
import type { Action } from './Round';

interface Props {
  page: RoundPage;
  onAct: (action: Action) => void;
}

/** Who is how far, who is late, who was written to. */
export function ReviewerTable({ page, onAct }: Props) {
  return (
    <section>
      <h3 className="head">Reviewers</h3>
      <table className="plain-table bg-sheet">
        <thead>
          <tr>
            <th scope="col">Reviewer</th>
            <th scope="col">Due</th>
            <th scope="col">Decided</th>
            {['Kept', 'Withdraw', 'Reduce', 'Open'].map((head) => (
              <th key={head} scope="col" className="num">
                {head}
              </th>
            ))}
            <th scope="col">Written to</th>
            <th scope="col">Signed off</th>
            <th scope="col" className="no-print" aria-label="Actions" />
          </tr>
        </thead>
        <tbody>
          {lateFirst(page.reviewers).map((one) => (
            <tr key={one.person}>
              <td className="whitespace-nowrap">
                <Link className="door" to={`items?reviewer=${encodeURIComponent(one.person)}`}>
                  {one.name}
                </Link>
              </td>
              <td className={`whitespace-nowrap ${one.overdue ? 'text-oxblood' : ''}`}>
                {one.due}
                {one.overdue && ' overdue'}
              </td>
              <td className="whitespace-nowrap">
                <Share reviewer={one} /> {count(one.tallies.items - one.tallies.open)} of{' '}
                {count(one.tallies.items)}
              </td>
              <td className="num">{count(one.tallies.keep)}</td>
              <td className="num">{count(one.tallies.withdraw)}</td>
              <td className="num">{count(one.tallies.reduce)}</td>
              <td className="num">{count(one.tallies.open)}</td>
              <td className="text-sm">
                <Letters reviewer={one} />
              </td>
              <td className="text-sm">
                {one.signedAt ? (
                  <>
                    {minute(one.signedAt)}
                    {one.signedWords && `, “${one.signedWords}”`}
                  </>
                ) : (
                  <span className="text-soft">
                    {one.unanswered > 0 ? `${count(one.unanswered)} unanswered` : 'not yet'}
                  </span>
                )}
              </td>
              <td className="no-print text-right whitespace-nowrap">
                {!page.line.sealed && <Actions reviewer={one} onAct={onAct} />}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** Who is late comes first, then who has most left. */
function lateFirst(reviewers: ReviewerView[]): ReviewerView[] {
  return [...reviewers].sort(
    (one, other) =>
      Number(other.overdue) - Number(one.overdue) || other.tallies.open - one.tallies.open,
  );
}

/** The share that is decided, drawn; the number stands beside it. */
function Share({ reviewer }: { reviewer: ReviewerView }) {
  const { items, open } = reviewer.tallies;
  return (
    <span
      aria-hidden="true"
      className="mr-1 inline-block h-[9px] w-20 border border-soft align-baseline"
    >
      <span
        className="block h-full bg-soft"
        style={{ width: `${items === 0 ? 0 : (100 * (items - open)) / items}%` }}
      />
    </span>
  );
}

function Letters({ reviewer }: { reviewer: ReviewerView }) {
  const last = reviewer.letters.at(-1);
  if (!last) {
    return <span className="text-soft">{reviewer.email ? 'not yet' : 'no mail address'}</span>;
  }
  return (
    <span title={last.outcome} className={last.taken ? '' : 'text-oxblood'}>
      {last.kind} {minute(last.sentAt)}
      {!last.taken && `, ${last.outcome}`}
      {reviewer.letters.length > 1 && `, ${count(reviewer.letters.length)} in all`}
    </span>
  );
}

function Actions({ reviewer, onAct }: { reviewer: ReviewerView; onAct: (action: Action) => void }) {
  const { person, name } = reviewer;
  return (
    <>
      <button
        type="button"
        className="act"
        aria-label={`Write to ${name}`}
        onClick={() => onAct({ kind: 'letters', people: [person] })}
      >
        Write
      </button>{' '}
      {reviewer.tallies.open > 0 && (
        <>
          <button
            type="button"
            className="act"
            aria-label={`Hand over what ${name} has left`}
            onClick={() => onAct({ kind: 'handover', from: person, name })}
          >
            Hand over
          </button>{' '}
          <button
            type="button"
            className="act"
            aria-label={`Another due day for ${name}`}
            onClick={() => onAct({ kind: 'due', person })}
          >
            Extend
          </button>
        </>
      )}
    </>
  );
}

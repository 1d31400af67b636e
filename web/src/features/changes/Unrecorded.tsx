import { Link, useParams } from 'react-router';
import { counted } from '../../shared/model/format';
import { KeyBit, Waiting } from '../../shared/ui';
import { useStanding } from '../standing';
import { useUnrecorded } from './useChanges';

/** What two as-of dates show and no recorded change explains. */
export function Unrecorded() {
  const { snapshot } = useParams();
  const found = useUnrecorded();
  const standing = useStanding();
  if (!found.data) {
    return <Waiting error={found.error} what="what no record explains" />;
  }
  const lines = found.data.lines;
  const open =
    standing.data?.notTested.filter((one) => one.check === 'change-off-the-record') ?? [];
  return (
    <>
      <p className="max-w-[820px] py-2.5 text-sm">
        Assignments that are held on one date and not on the other, with no change in the trail
        between them that says so. {counted(found.data.total, 'account')} differ so.{' '}
        <Link className="cite" to={`/s/${snapshot}/compare`}>
          everything that came, went and changed
        </Link>
      </p>
      {open.length > 0 && (
        <p className="pb-2.5 text-sm">
          <b>Not tested:</b>{' '}
          {open.map((one) => `${one.application} (missing ${one.missing.join(', ')})`).join('; ')}.
        </p>
      )}
      <ul>
        {lines.map((line) => (
          <li key={line.key} className="flex items-baseline gap-3 border-b border-rule-light py-2">
            <KeyBit severity={line.severity} />
            <Link className="id underline" to={`/s/${snapshot}/findings?open=${line.key}`}>
              {line.subject}
            </Link>
            <span>{line.sentence}</span>
            <span className="ml-auto text-soft">{line.application}</span>
          </li>
        ))}
      </ul>
    </>
  );
}

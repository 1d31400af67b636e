import { Link, useParams } from 'react-router';
import type { KeptView } from '../../shared/api/signInTypes';
import { count } from '../../shared/model/format';
import { filterOf } from './question';
import { useKept, useSignIns } from './useSignIns';

/** Questions that were pinned, each with what it finds on this date. */
export function Pinned() {
  const { kept } = useKept();
  const pinned = (kept.data ?? []).filter((one) => one.pinned);
  return (
    <ul>
      {pinned.length === 0 && (
        <li className="py-1.5 text-sm text-soft">
          None yet. Keep a question in{' '}
          <Link className="cite" to="../sign-ins">
            Sign-ins
          </Link>{' '}
          and it stands here with what it finds.
        </li>
      )}
      {pinned.map((one) => (
        <Question key={one.id} question={one} />
      ))}
    </ul>
  );
}

function Question({ question }: { question: KeptView }) {
  const { snapshot } = useParams();
  const found = useSignIns(filterOf(new URLSearchParams(question.query)).toString());
  const view = question.view === 'changes' ? 'changes' : 'sign-ins';
  return (
    <li className="flex gap-3 border-b border-rule-light py-1.5">
      <Link
        to={`/s/${snapshot}/${view}?${question.query}`}
        className="w-14 text-right font-mono font-semibold hover:underline"
      >
        {found.data && view === 'sign-ins'
          ? count(found.data.total.reduce((sum, value) => sum + value, 0))
          : '→'}
      </Link>
      <span>{question.name}</span>
    </li>
  );
}

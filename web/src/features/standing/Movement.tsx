import { Link, useParams } from 'react-router';
import type { Movement as MovementData } from '../../shared/api/types';
import { count } from '../../shared/model/format';

/** What came and went since the snapshot before; each count opens its findings. */
export function Movement({ movement }: { movement: MovementData }) {
  const { snapshot } = useParams();
  const lines = [
    {
      words: 'new: tested before and not found then',
      value: movement.fresh,
      to: '../findings?since=new',
    },
    {
      words: 'looked for the first time',
      value: movement.first,
      to: '../findings?since=first',
    },
    { words: 'came back', value: movement.back, to: '../findings?since=back' },
    { words: 'stood before', value: movement.stayed, to: '../findings?since=stayed' },
    {
      words: 'closed: tested again and no longer found',
      value: movement.closed,
      to: `/s/${movement.before}/findings?gone=${snapshot}`,
    },
    {
      words: 'unknown: found before, not tested this time',
      value: movement.unseen,
      to: `/s/${movement.before}/findings?gone=${snapshot}`,
    },
  ];
  return (
    <ul>
      {lines.map((line) => (
        <li key={line.words} className="flex gap-3 border-b border-rule-light py-1.5">
          <Link
            to={line.to}
            className={`w-14 text-right font-mono hover:underline ${line.value ? 'font-semibold' : 'text-soft'}`}
          >
            {count(line.value)}
          </Link>
          <span className={line.value ? '' : 'text-soft'}>{line.words}</span>
        </li>
      ))}
    </ul>
  );
}

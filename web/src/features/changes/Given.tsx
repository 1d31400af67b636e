import type { ChangeLine, ChangePage } from '../../shared/api/changeTypes';
import { count } from '../../shared/model/format';
import { Cite } from '../../shared/ui';

interface Props {
  data: ChangePage;
  order: string;
  onSet: (changes: Record<string, string>) => void;
}

const APPROVALS: [string, string][] = [
  ['approved', 'by an approved request'],
  ['none', 'without a fitting request'],
  ['unknown', 'not known: no list of requests, or nobody’s account'],
  ['not needed', 'gave nothing'],
];

/** Each change in words: who, what, to whom, and whose word stands behind it. */
export function Given({ data, order, onSet }: Props) {
  return (
    <>
      <p className="py-2.5 text-sm">
        <b>{count(data.total)}</b> of {count(data.all)} changes
        {APPROVALS.filter(([id]) => data.counts[id]).map(([id, words]) => (
          <span key={id}>
            {' · '}
            <button
              type="button"
              className={id === 'none' ? 'door text-oxblood' : 'cite'}
              onClick={() => onSet({ approval: id })}
            >
              {count(data.counts[id] ?? 0)} {words}
            </button>
          </span>
        ))}
      </p>
      {data.total === 0 ? (
        <p className="py-3">
          No change is under this filter.{' '}
          <button
            type="button"
            className="act"
            onClick={() =>
              onSet({
                account: '',
                application: '',
                action: '',
                approval: '',
                self: '',
                text: '',
                from: '',
                until: '',
              })
            }
          >
            Take the filter off
          </button>
        </p>
      ) : (
        <table className="plain-table">
          <thead>
            <tr>
              <th scope="col">
                <button
                  type="button"
                  className="hover:underline"
                  onClick={() => onSet({ order: order === 'oldest' ? '' : 'oldest' })}
                >
                  When {order === 'oldest' ? '↑' : '↓'}
                </button>
              </th>
              {['By', 'What', 'To', 'Scope', 'On whose word', 'Evidence'].map((head) => (
                <th key={head} scope="col">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {data.lines.map((line) => (
              <Row key={`${line.place.file}${line.place.row}`} line={line} onSet={onSet} />
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}

const WORDS: Record<string, string> = {
  'give-role': 'gave',
  'take-role': 'took',
  'give-permission': 'gave',
  'take-permission': 'took',
};

function Row({ line, onSet }: { line: ChangeLine; onSet: Props['onSet'] }) {
  const given = line.after || line.before;
  return (
    <tr>
      <td className="id whitespace-nowrap">{line.at.replace('T', ' ')}</td>
      <td>
        <Who account={line.actor} person={line.actorPerson} onSet={onSet} />{' '}
        <span className="id text-soft">{line.application}</span>
      </td>
      <td>
        {WORDS[line.action] ?? line.action.replace('-', ' ')}{' '}
        {given && <b className="id">{given}</b>}
        {line.after && line.before && (
          <span className="id text-soft"> instead of {line.before}</span>
        )}
        {line.privileged && <span className="text-brass"> privileged</span>}
      </td>
      <td>
        <Who account={line.target} person={line.targetPerson} onSet={onSet} />
        {line.self && <b className="text-oxblood"> oneself</b>}
      </td>
      <td className="id">{line.scope}</td>
      <td>
        {line.approval === 'approved' && line.requestPlace ? (
          <>
            <span className="id">{line.request}</span> <Cite place={line.requestPlace} />
          </>
        ) : line.approval === 'none' ? (
          <b className="text-oxblood">no request fits</b>
        ) : line.approval === 'unknown' ? (
          <span>not known</span>
        ) : (
          <span className="text-soft">–</span>
        )}
      </td>
      <td>
        <Cite place={line.place} />
      </td>
    </tr>
  );
}

function Who({
  account,
  person,
  onSet,
}: {
  account: string;
  person: string;
  onSet: Props['onSet'];
}) {
  return (
    <>
      <button
        type="button"
        className="id min-h-6 hover:underline"
        title="All changes by and to this account"
        onClick={() => onSet({ account })}
      >
        {account}
      </button>{' '}
      {person}
    </>
  );
}

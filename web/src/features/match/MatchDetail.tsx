import { Link, useParams } from 'react-router';
import type { MatchLine, SuggestionView } from '../../shared/api/matchTypes';
import { Cite, Key } from '../../shared/ui';
import { agrees } from './rules';

interface Props {
  line: MatchLine;
  onAccept: (nth: number) => void;
  onRefuse: () => void;
  onNobody: () => void;
  onOwner: () => void;
  onPerson: () => void;
  onTakeBack: () => void;
}

/** One account beside the people it may belong to, field by field. */
export function MatchDetail(props: Props) {
  const { line } = props;
  const { snapshot } = useParams();
  return (
    <article className="space-y-4 p-4" aria-label="The open account">
      <div>
        <h2 className="text-[17px] leading-6 font-semibold">
          <span className="font-mono">{line.account}</span> of {line.applicationName}
        </h2>
        <p className="text-sm text-soft">
          {line.type === 'unknown'
            ? 'The export does not say what it is for'
            : `${line.type} account`}
          , {line.status} · <Cite place={line.place} />
        </p>
        <Said line={line} snapshot={snapshot} />
      </div>
      {(line.left === 'person' || line.left === 'broken') && (
        <Candidates line={line} onAccept={props.onAccept} />
      )}
      <div className="flex flex-wrap gap-2 border-t border-rule pt-3">
        {line.suggestions.length > 0 && (
          <>
            <button type="button" className="act act-first" onClick={() => props.onAccept(0)}>
              It is {line.suggestions[0]?.name} <Key>1</Key>
            </button>
            <button type="button" className="act" onClick={props.onRefuse}>
              Not {line.suggestions[0]?.name} <Key>R</Key>
            </button>
          </>
        )}
        {line.suggestions.length === 0 && line.person && (
          <button type="button" className="act" onClick={props.onRefuse}>
            Not {line.personName} <Key>R</Key>
          </button>
        )}
        <button type="button" className="act" onClick={props.onPerson}>
          Somebody else … <Key>P</Key>
        </button>
        <button type="button" className="act" onClick={props.onOwner}>
          Name an owner … <Key>O</Key>
        </button>
        <button type="button" className="act" onClick={props.onNobody}>
          Nobody’s <Key>N</Key>
        </button>
        {line.ruling && (
          <button type="button" className="act" onClick={props.onTakeBack}>
            Take the decision back
          </button>
        )}
      </div>
    </article>
  );
}

function Said({ line, snapshot }: { line: MatchLine; snapshot: string | undefined }) {
  return (
    <>
      {line.broken && (
        <p className="mt-2 bg-reject-wash px-2 py-1.5">
          <b className="text-oxblood">Decide again:</b> {line.broken}.
        </p>
      )}
      {line.person && (
        <p className="mt-2">
          Belongs to{' '}
          <Link className="door" to={`/s/${snapshot}/people/${encodeURIComponent(line.person)}`}>
            {line.personName}
          </Link>{' '}
          <span className="id text-soft">{line.person}</span>, by {line.rule}.
        </p>
      )}
      {line.ruling?.person === '' && <p className="mt-2">Decided: nobody stands behind it.</p>}
      {line.ownerFault && <p className="mt-2 text-oxblood">Owner: {line.ownerFault}.</p>}
      {!line.ownerFault && line.owner && (
        <p className="mt-2">
          Owner <b>{line.owner}</b>
          {line.ruling?.owner ? ', decided here.' : ', by the accounts file.'}
        </p>
      )}
      {(line.ruling?.not.length ?? 0) > 0 && (
        <p className="mt-2 text-sm text-soft">
          Said not to be: <span className="id">{line.ruling?.not.join(', ')}</span>
        </p>
      )}
    </>
  );
}

function Candidates({ line, onAccept }: { line: MatchLine; onAccept: (nth: number) => void }) {
  if (line.suggestions.length === 0) {
    return (
      <p>
        Nobody in the roster has a name, an address or a number like this. It stays without a person
        until you say more; the check for accounts without a person flags it.
      </p>
    );
  }
  const rows: { name: string; own: string; of: (one: SuggestionView) => string }[] = [
    { name: 'Name', own: line.name, of: (one) => one.name },
    { name: 'Mail address', own: line.email, of: (one) => one.email },
    { name: 'Department', own: line.department, of: (one) => one.department },
    { name: 'Title', own: line.title, of: (one) => one.title },
  ];
  return (
    <div className="overflow-x-auto">
      <table className="plain-table" aria-label="The account beside likely people">
        <thead>
          <tr>
            <th scope="col" />
            <th scope="col">the account says</th>
            {line.suggestions.map((one, nth) => (
              <th key={one.person} scope="col" className="min-w-[150px]">
                <button type="button" className="act" onClick={() => onAccept(nth)}>
                  It is {one.person} <Key>{String(nth + 1)}</Key>
                </button>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.name}>
              <th scope="row" className="!border-rule-light">
                {row.name}
              </th>
              <td>{row.own || <span className="text-soft">–</span>}</td>
              {line.suggestions.map((one) => (
                <td key={one.person}>
                  {agrees(row.own, row.of(one)) ? (
                    <b>= {row.of(one)}</b>
                  ) : (
                    row.of(one) || <span className="text-soft">–</span>
                  )}
                  {row.name === 'Name' && one.left && (
                    <span className="block text-oxblood">has left</span>
                  )}
                </td>
              ))}
            </tr>
          ))}
          <tr>
            <th scope="row" className="!border-rule-light">
              Why
            </th>
            <td />
            {line.suggestions.map((one) => (
              <td key={one.person} className="text-brass">
                {one.reasons.map((reason) => (
                  <span key={reason} className="block">
                    {reason}
                  </span>
                ))}
              </td>
            ))}
          </tr>
          <tr>
            <th scope="row" className="!border-rule-light">
              Likely
            </th>
            <td />
            {line.suggestions.map((one) => (
              <td key={one.person}>
                {one.score} of 100
                <span className="block">
                  <Cite place={one.place} />
                </span>
              </td>
            ))}
          </tr>
        </tbody>
      </table>
    </div>
  );
}

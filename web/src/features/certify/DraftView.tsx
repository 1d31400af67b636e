import type { DraftReason, RoundDraft } from '../../shared/api/certifyTypes';
import { count, counted } from '../../shared/model/format';
import { ProofTable } from './ProofTable';

/** What a round would come to: how many items each reviewer gets, and what has no reviewer. */
export function DraftView({ draft }: { draft: RoundDraft }) {
  const nobody = draft.nobody.reduce((sum, one) => sum + one.items, 0);
  return (
    <div className="space-y-6">
      <header>
        <h2 className="text-[20px] leading-[27px]">
          {counted(draft.items, 'item')} for {counted(draft.reviewers.length, 'reviewer')}
          {nobody > 0 && (
            <span className="text-oxblood">
              , {count(nobody)} of them {nobody === 1 ? 'has' : 'have'} no reviewer
            </span>
          )}
          .
        </h2>
        <p className="mt-1 text-sm text-soft">
          {count(draft.risky)} with a mark of high risk. Nothing is started yet.
        </p>
      </header>
      {draft.nobody.length > 0 && (
        <Reasons
          title="No reviewer"
          hint="Name a stand-in, or hand these over once the round runs. They are in the round and count as not decided."
          reasons={draft.nobody}
        />
      )}
      <section>
        <h3 className="head">Who gets how much</h3>
        <table className="plain-table bg-sheet">
          <thead>
            <tr>
              <th scope="col">Reviewer</th>
              <th scope="col" className="num">
                Items
              </th>
              <th scope="col" className="num">
                Of high risk
              </th>
              <th scope="col" className="num">
                As stand-in
              </th>
              <th scope="col">Share</th>
            </tr>
          </thead>
          <tbody>
            {draft.reviewers.map((one) => (
              <tr key={one.person}>
                <td>
                  {one.name} <span className="id text-soft">{one.person}</span>
                </td>
                <td className="num">{count(one.items)}</td>
                <td className="num">{count(one.risky)}</td>
                <td className="num">{count(one.standIn)}</td>
                <td className="w-[30%] align-middle">
                  <span
                    className="block h-[9px] bg-soft"
                    style={{ width: `${(100 * one.items) / Math.max(1, draft.items)}%` }}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      {draft.replaced.length > 0 && (
        <Reasons
          title="Where the stand-in decides"
          hint="The rule would have led to the person concerned, a leaver or nobody."
          reasons={draft.replaced}
        />
      )}
      <ProofTable proofs={draft.proofs} missing={draft.missing} />
    </div>
  );
}

function Reasons({
  title,
  hint,
  reasons,
}: {
  title: string;
  hint: string;
  reasons: DraftReason[];
}) {
  return (
    <section>
      <h3 className="head">{title}</h3>
      <p className="py-1.5 text-sm text-soft">{hint}</p>
      <table className="plain-table">
        <tbody>
          {reasons.map((one) => (
            <tr key={one.why}>
              <td className="num w-14">{count(one.items)}</td>
              <td>{one.why.replace(/^stand-in: /, '')}</td>
              <td className="text-soft">{one.examples.join('; ')}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

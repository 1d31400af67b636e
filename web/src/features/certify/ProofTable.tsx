import { Link, useParams } from 'react-router';
import type { ProofView } from '../../shared/api/certifyTypes';
import { count } from '../../shared/model/format';

/** That the items are what the evidence holds under the filter, application by application. */
export function ProofTable({ proofs, missing }: { proofs: ProofView[]; missing: string[] }) {
  const { snapshot } = useParams();
  const whole = proofs.every((one) => one.whole);
  return (
    <section>
      <h3 className="head">Proof of the population</h3>
      <p className="py-1.5 text-sm text-soft">
        {whole ? (
          'Held = of no account + not in force + one item with another row + left out by the filter + items. Every sum comes out.'
        ) : (
          <b className="text-oxblood">A sum does not come out: the population is not proven.</b>
        )}
        {missing.length > 0 && (
          <>
            {' '}
            <b>Not certified:</b> {missing.join(', ')}, since there is no evidence of what is held.
          </>
        )}
      </p>
      <table className="plain-table bg-sheet">
        <thead>
          <tr>
            <th scope="col">Application</th>
            <th scope="col" className="num">
              Held
            </th>
            <th
              scope="col"
              className="num"
              title="rows for accounts that no accounts file has; they stand among the data problems of the file"
            >
              Of no account
            </th>
            <th scope="col" className="num">
              Not in force
            </th>
            <th scope="col" className="num">
              With another
            </th>
            <th scope="col">Left out</th>
            <th scope="col" className="num">
              Items
            </th>
            <th scope="col">Files it comes from</th>
          </tr>
        </thead>
        <tbody>
          {proofs.map((one) => (
            <tr key={one.application}>
              <td className="id">{one.application}</td>
              <td className="num" title={one.counted}>
                {count(one.held)}
              </td>
              <td className={`num ${one.unknown ? 'text-oxblood' : ''}`}>{count(one.unknown)}</td>
              <td className="num">{count(one.outOfWindow)}</td>
              <td className="num">{count(one.repeats)}</td>
              <td className="text-sm">
                {Object.entries(one.leftOut)
                  .map(([why, number]) => `${count(number)} ${why}`)
                  .join(', ') || 'nothing'}
              </td>
              <td className={`num ${one.whole ? 'font-semibold' : 'text-oxblood'}`}>
                {count(one.items)}
              </td>
              <td className="text-sm">
                {one.files.map((file) => (
                  <div key={file.id}>
                    <Link className="cite" to={`/s/${snapshot}/gather/${file.id}`}>
                      {file.file}
                    </Link>{' '}
                    <span className={file.tied && !file.rejected ? 'text-soft' : 'text-oxblood'}>
                      {count(file.read)} read
                      {file.rejected > 0 && `, ${count(file.rejected)} rejected`}
                      {!file.tied && ', does not tie out'}
                    </span>
                  </div>
                ))}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

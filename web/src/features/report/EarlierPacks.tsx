import { Fragment, useState } from 'react';
import type { PackLine } from '../../shared/api/packTypes';
import { counted, minute, shortHash, size } from '../../shared/model/format';

/** Packs that were made, as they left the house. */
export function EarlierPacks({ packs, path }: { packs: PackLine[]; path: string }) {
  const [open, setOpen] = useState<number | null>(null);
  return (
    <section>
      <h2 className="head">Packs made</h2>
      {packs.length === 0 ? (
        <p className="py-1.5 text-soft">None yet.</p>
      ) : (
        <table className="plain-table bg-sheet">
          <thead>
            <tr>
              {['Made', 'Template', 'As of', 'Files', 'Manifest', ''].map((head) => (
                <th key={head} scope="col">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {packs.map((pack) => (
              <Fragment key={pack.id}>
                <tr>
                  <td>
                    {minute(pack.madeAt)} <span className="text-soft">by {pack.madeBy}</span>
                  </td>
                  <td>{pack.template}</td>
                  <td className="id">{pack.asOf}</td>
                  <td>
                    <button
                      type="button"
                      className="underline"
                      aria-expanded={open === pack.id}
                      onClick={() => setOpen(open === pack.id ? null : pack.id)}
                    >
                      {counted(pack.files.length, 'file')}
                    </button>
                    , {size(pack.bytes)}
                  </td>
                  <td className="id" title={pack.seal}>
                    {shortHash(pack.seal)}
                  </td>
                  <td className="text-right">
                    <a className="act" href={`${path}/${pack.id}/pack.zip`}>
                      ZIP
                    </a>
                  </td>
                </tr>
                {open === pack.id && (
                  <tr>
                    <td colSpan={6}>
                      <ul className="id text-xs">
                        {pack.files.map((file) => (
                          <li key={file.name} className="break-all">
                            {file.sha256} {file.name}
                          </li>
                        ))}
                      </ul>
                    </td>
                  </tr>
                )}
              </Fragment>
            ))}
          </tbody>
        </table>
      )}
      <p className="mt-1 text-xs text-soft">
        The manifest's hash stands in the journal;{' '}
        <code className="id">sha256sum -c SHA256SUMS</code> in the unpacked folder checks every
        file.
      </p>
    </section>
  );
}

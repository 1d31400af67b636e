import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { count, counted, percent } from '../../shared/model/format';
import { Waiting } from '../../shared/ui';
import { useEvidence } from '../gather';
import { useStanding } from '../standing';
import { isReady, openPoints } from './openPoints';

const CHOICES = [
  { value: '', name: 'all findings' },
  { value: 'state=open', name: 'what is still to decide' },
  { value: 'state=fix', name: 'what is to be fixed' },
  { value: 'state=accept', name: 'accepted exceptions' },
  { value: 'severity=critical&severity=high', name: 'critical and high only' },
];

/** What the findings report will say, what is still open before it can be signed, and the files. */
export function FindingsReport() {
  const { snapshot } = useParams();
  const standing = useStanding();
  const evidence = useEvidence();
  const [choice, setChoice] = useState('');
  if (!standing.data || !evidence.data) {
    return <Waiting error={standing.error ?? evidence.error} what="the report" />;
  }
  const data = standing.data;
  const points = openPoints(data);
  const file = (format: string) => `/api/snapshots/${snapshot}/report/findings.${format}?${choice}`;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_minmax(280px,340px)] gap-7 p-5">
      <section className="bg-sheet p-7">
        <h1 className="text-[20px] font-semibold">{data.title}</h1>
        <p className="text-soft">
          Findings as of {data.asOf}, period {data.from} to {data.to}
        </p>
        <p className="my-4">
          {counted(data.findings, 'finding')} {data.findings === 1 ? 'stands' : 'stand'},{' '}
          {count(data.findings - data.open)} decided. Clean share {percent(data.clean.strict)}{' '}
          strict, {percent(data.clean.stated)} stated, over {counted(data.clean.tested, 'test')};{' '}
          {count(data.clean.notTested)} could not be tested and say nothing.
        </p>
        <h2 className="head">Evidence it will cite</h2>
        <table className="plain-table">
          <thead>
            <tr>
              <th scope="col">Cited as</th>
              <th scope="col">File and SHA-256</th>
              <th scope="col" className="num">
                rows
              </th>
              <th scope="col" className="num">
                rejected
              </th>
            </tr>
          </thead>
          <tbody>
            {evidence.data.files.map((one) => (
              <tr key={one.id}>
                <td>
                  <Link className="cite" to={`../gather/${one.id}`}>
                    {one.citation}
                  </Link>
                </td>
                <td>
                  {one.file}
                  <span className="block font-mono text-[10.5px] break-all text-soft">
                    {one.sha256}
                  </span>
                </td>
                <td className="num">{count(one.counts.rows)}</td>
                <td className="num">{count(one.counts.rejected)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <aside className="space-y-6">
        <section>
          <h2 className="head">Make it</h2>
          <label className="my-3 block">
            <span className="mb-1 block text-sm text-soft">Findings in it</span>
            <select
              className="field w-full"
              value={choice}
              onChange={(event) => setChoice(event.target.value)}
            >
              {CHOICES.map((one) => (
                <option key={one.value} value={one.value}>
                  {one.name}
                </option>
              ))}
            </select>
          </label>
          <p className="flex gap-2">
            <a className="act act-first" href={file('pdf')}>
              PDF
            </a>
            <a className="act" href={file('csv')}>
              CSV
            </a>
            <a className="act" href={`/api/snapshots/${snapshot}/audit.zip`}>
              Whole audit (ZIP)
            </a>
          </p>
          <p className="mt-3 text-sm text-soft">
            Each file made is written into the journal with its SHA-256. The whole audit holds the
            audit file, the evidence as received and the journal;{' '}
            <code className="id">stale-keys verify</code> checks it.
          </p>
        </section>
        <section>
          <h2 className="head">Before sign-off</h2>
          {isReady(points) && <p className="py-2">Nothing is open: the report can be signed.</p>}
          <ul>
            {points.map((point) => (
              <li key={point.words} className="border-b border-rule-light py-2">
                <Link className="door font-normal" to={point.to}>
                  {point.words}
                </Link>
              </li>
            ))}
          </ul>
        </section>
      </aside>
    </div>
  );
}

import { lazy, type ReactNode, Suspense } from 'react';
import { Link } from 'react-router';
import type {
  ApplicationLine,
  SeverityWord,
  Standing as StandingData,
} from '../../shared/api/types';
import { count, counted, percent } from '../../shared/model/format';
import { KeyBit, Waiting } from '../../shared/ui';
import { Pinned } from '../signins';
import { askFor } from './askFor';
import { groupNotTested } from './groupNotTested';
import { Movement } from './Movement';
import { nextSteps } from './nextSteps';
import { useStanding } from './useStanding';

const ShareLine = lazy(() => import('./ShareLine'));

const SEVERITIES: SeverityWord[] = ['critical', 'high', 'medium', 'low'];

/** The front page of an audit: one sentence, then what it rests on. */
export function Standing() {
  const standing = useStanding();
  if (!standing.data) {
    return <Waiting error={standing.error} what="where the audit stands" />;
  }
  const data = standing.data;
  return (
    <div className="p-5">
      <Opening data={data} />
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(300px,372px)] gap-x-7 gap-y-6">
        <div className="min-w-0 space-y-7">
          <Applications data={data} />
          <CleanShare data={data} />
        </div>
        <div className="space-y-7">
          <Next data={data} />
          {data.movement && (
            <Section title={`Since ${data.movement.asOf}`} aside="findings">
              <Movement movement={data.movement} />
            </Section>
          )}
          <Section title="Pinned questions" aside="attempts">
            <Pinned />
          </Section>
          <NotTested data={data} />
        </div>
      </div>
    </div>
  );
}

function Opening({ data }: { data: StandingData }) {
  const decided = data.findings - data.open;
  return (
    <h1 className="mb-5 max-w-[980px] text-[20px] leading-[27px]">
      Of {count(data.accounts)} accounts in {counted(data.applications.length, 'application')},{' '}
      <Link className="door" to="../findings">
        {counted(data.findings, 'finding')}
      </Link>{' '}
      {data.findings === 1 ? 'stands' : 'stand'}, {decided === 0 ? 'none' : count(decided)} decided.{' '}
      {data.notTested.length > 0 ? (
        <>
          <a className="door" href="#not-tested">
            {counted(data.notTested.length, 'check')}
          </a>{' '}
          could not be tested.{' '}
        </>
      ) : (
        'Every check could be tested. '
      )}
      {data.differences.some((file) => !file.explanation) && (
        <>
          <Link className="door" to="../gather">
            {counted(data.differences.filter((file) => !file.explanation).length, 'file')}
          </Link>{' '}
          {data.differences.filter((file) => !file.explanation).length === 1 ? 'does' : 'do'} not
          tie out.
        </>
      )}
    </h1>
  );
}

function Section({
  title,
  aside,
  id,
  children,
}: {
  title: string;
  aside?: string;
  id?: string;
  children: ReactNode;
}) {
  return (
    <section id={id}>
      <div className="head flex items-baseline justify-between">
        <h2>{title}</h2>
        <span className="text-xs font-normal text-soft">{aside}</span>
      </div>
      {children}
    </section>
  );
}

function Applications({ data }: { data: StandingData }) {
  return (
    <Section title="Applications" aside="findings to decide">
      <table className="plain-table">
        <thead>
          <tr className="[&>th]:border-b-0 [&>th]:pt-2">
            <th scope="col">
              <span className="sr-only">Application</span>
            </th>
            <th scope="col" className="num">
              files
            </th>
            <th scope="col" className="num">
              accounts
            </th>
            <th scope="col" className="num">
              enabled
            </th>
            <th scope="col" className="num">
              matched
            </th>
            <th scope="col" className="num">
              privileged
            </th>
            {SEVERITIES.map((severity) => (
              <th scope="col" key={severity} className="num">
                <KeyBit severity={severity} />
              </th>
            ))}
            <th scope="col" className="num">
              not tested
            </th>
          </tr>
        </thead>
        <tbody>
          {data.applications.map((line) => (
            <ApplicationRow key={line.id} line={line} />
          ))}
        </tbody>
      </table>
    </Section>
  );
}

function ApplicationRow({ line }: { line: ApplicationLine }) {
  const matched = line.accounts ? Math.floor((100 * line.matched) / line.accounts) : 0;
  return (
    <tr>
      <th scope="row" className="!font-semibold !text-sm !text-ink !border-rule-light !py-2">
        <Link to={`../findings?application=${line.id}`} className="hover:underline">
          {line.name}
        </Link>
      </th>
      <td className="num">
        {line.files}
        {line.refused > 0 && <span className="text-oxblood"> + {line.refused} refused</span>}
      </td>
      <td className="num">{count(line.accounts)}</td>
      <td className="num">{count(line.enabled)}</td>
      <td className="num">{line.accounts ? `${matched} %` : '–'}</td>
      <td className="num">{line.privileged === null ? 'unknown' : count(line.privileged)}</td>
      {SEVERITIES.map((severity) => {
        const open = line.severities[severity];
        return (
          <td key={severity} className="num">
            {open === 0 ? (
              <span className="text-soft">0</span>
            ) : (
              <Link
                className={`hover:underline ${severity === 'critical' ? 'font-semibold text-oxblood' : ''}`}
                to={`../findings?application=${line.id}&severity=${severity}&state=open`}
              >
                {count(open)}
              </Link>
            )}
          </td>
        );
      })}
      <td className="num">
        {line.notTested === 0 ? (
          <span className="text-soft">0</span>
        ) : (
          <a href="#not-tested">{line.notTested}</a>
        )}
      </td>
    </tr>
  );
}

function CleanShare({ data }: { data: StandingData }) {
  const most = Math.max(...data.gains.map((gain) => gain.points), 0.001);
  const { strict, stated, tested, notTested } = data.clean;
  return (
    <Section
      title="Clean share"
      aside={`weighted mean over ${counted(tested, 'test')}; ${count(notTested)} not tested and not in it`}
    >
      <p className="flex items-baseline gap-8 py-3">
        <span>
          <b className="font-mono text-[20px]">{percent(strict)}</b> strict
          <span className="ml-2 text-xs text-soft">exceptions count as open</span>
        </span>
        <span className="text-brass">
          <b className="font-mono text-[20px]">{percent(stated)}</b> stated
          <span className="ml-2 text-xs text-soft">exceptions count as closed</span>
        </span>
      </p>
      {data.history.length > 1 && (
        <Suspense fallback={<div className="h-[120px]" />}>
          <ShareLine history={data.history} />
        </Suspense>
      )}
      {data.gains.length > 0 && (
        <table className="plain-table">
          <thead>
            <tr>
              <th scope="col">What closing would add</th>
              <th scope="col">
                <span className="sr-only">Severity</span>
              </th>
              <th scope="col" className="num">
                findings
              </th>
              <th scope="col" className="w-[38%]">
                <span className="sr-only">Bar</span>
              </th>
              <th scope="col" className="num">
                points
              </th>
            </tr>
          </thead>
          <tbody>
            {data.gains.map((gain) => (
              <tr key={gain.check}>
                <td>
                  <Link to={`../findings?check=${gain.check}`} className="hover:underline">
                    {gain.title}
                  </Link>
                </td>
                <td>
                  <KeyBit severity={gain.severity} />
                </td>
                <td className="num">{count(gain.open)}</td>
                <td>
                  <div
                    className="mt-1.5 h-2 bg-brass"
                    style={{ width: `${(100 * gain.points) / most}%` }}
                  />
                </td>
                <td className="num font-mono font-semibold">+{gain.points.toFixed(1)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Section>
  );
}

function Next({ data }: { data: StandingData }) {
  const steps = nextSteps(data);
  return (
    <Section title="Next">
      {steps.length === 0 && <p className="py-2.5">Nothing waits. Make the report.</p>}
      <ul>
        {steps.map((step) => (
          <li key={step.words} className="border-b border-rule-light">
            <Link to={step.to} className="flex gap-3 py-2 hover:bg-sheet">
              <span className="pt-1">
                <KeyBit severity={step.severity} />
              </span>
              <span className="grow">{step.words}</span>
              <span className="text-soft">{step.stage}</span>
            </Link>
          </li>
        ))}
      </ul>
    </Section>
  );
}

function NotTested({ data }: { data: StandingData }) {
  return (
    <Section title="Not tested" aside="would be cured by" id="not-tested">
      {data.notTested.length === 0 && (
        <p className="py-2.5">Every check could be tested in every application.</p>
      )}
      <ul>
        {groupNotTested(data.notTested).map((gap) => (
          <li
            key={gap.application + gap.missing.join()}
            className="flex justify-between gap-4 border-b border-rule-light py-2"
          >
            <span>
              {gap.checks.length === 1 ? (
                gap.checks[0]
              ) : (
                <details>
                  <summary className="cursor-pointer">
                    {counted(gap.checks.length, 'check')}
                  </summary>
                  <span className="text-sm">{gap.checks.join(', ')}</span>
                </details>
              )}
              <span className="block text-soft">
                {gap.application === '*' ? 'all applications together' : gap.application}
              </span>
            </span>
            <span className="shrink-0 self-start text-right">
              {gap.missing.length === 0 && 'switching it on'}
              {gap.missing.map((need) => (
                <Link
                  key={need}
                  className="cite block leading-6"
                  to={askFor(data, gap.application, need)}
                >
                  {need}
                </Link>
              ))}
            </span>
          </li>
        ))}
      </ul>
    </Section>
  );
}

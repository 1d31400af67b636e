import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { ReviewerView, RoundPage } from '../../shared/api/certifyTypes';
import { count, counted, minute, shortHash } from '../../shared/model/format';
import { Sentences, Waiting } from '../../shared/ui';
import { DueForm, HandoverForm, LettersForm, SealForm } from './forms';
import { ProofTable } from './ProofTable';
import { ReviewerTable } from './ReviewerTable';
import { useRound } from './useRounds';

export type Action =
  | { kind: 'letters'; people: string[] }
  | { kind: 'due'; person: string }
  | { kind: 'handover'; from: string; name: string }
  | { kind: 'seal' };

/** How far a round is, what is asked, and what to do next. */
export function Round() {
  const { round = '' } = useParams();
  const work = useRound(round);
  const [action, setAction] = useState<Action | null>(null);
  const page = work.page.data;
  if (!page) {
    return <Waiting error={work.page.error} what="the round" />;
  }
  return (
    <div className="space-y-6 p-5">
      <Head page={page} path={work.path} onAct={setAction} />
      <Sentences error={work.check.error} />
      <Totals page={page} />
      {page.nobody.open > 0 && (
        <p className="border-l-[3px] border-oxblood bg-reject-wash px-3 py-2">
          {counted(page.nobody.open, 'item has', 'items have')} no reviewer: nobody fit was found
          for {page.nobody.open === 1 ? 'it' : 'them'}.{' '}
          {!page.line.sealed && (
            <button
              type="button"
              className="act"
              onClick={() => setAction({ kind: 'handover', from: '', name: 'nobody' })}
            >
              Hand over
            </button>
          )}
        </p>
      )}
      <Questions reviewers={page.reviewers} />
      <ReviewerTable page={page} onAct={setAction} />
      <Applications page={page} />
      <ProofTable proofs={page.proofs} missing={page.missing} />
      {page.line.sealed && (
        <section>
          <h3 className="head">Seal</h3>
          <p className="py-1.5">
            Sealed by {page.sealedBy}
            {page.sealedAt && `, ${minute(page.sealedAt)}`}
            {page.sealedWords && `: “${page.sealedWords}”`}. SHA-256{' '}
            <span className="id break-all">{page.seal}</span>, which stands in the journal too.{' '}
            <button type="button" className="act" onClick={() => void work.check.refetch()}>
              Compute it anew
            </button>{' '}
            {work.check.data &&
              (work.check.data.same ? (
                <b>The decisions are those that were sealed.</b>
              ) : (
                <b className="text-oxblood">
                  The decisions are not those that were sealed: {shortHash(work.check.data.now)}.
                </b>
              ))}
          </p>
        </section>
      )}
      {action?.kind === 'letters' && (
        <LettersForm work={work} people={action.people} onClose={() => setAction(null)} />
      )}
      {action?.kind === 'due' && (
        <DueForm work={work} person={action.person} onClose={() => setAction(null)} />
      )}
      {action?.kind === 'handover' && (
        <HandoverForm
          work={work}
          from={action.from}
          name={action.name}
          onClose={() => setAction(null)}
        />
      )}
      {action?.kind === 'seal' && (
        <SealForm work={work} page={page} onClose={() => setAction(null)} />
      )}
    </div>
  );
}

interface HeadProps {
  page: RoundPage;
  path: string;
  onAct: (action: Action) => void;
}

function Head({ page, path, onAct }: HeadProps) {
  const { line } = page;
  const late = page.reviewers.filter((one) => one.overdue).length;
  return (
    <header>
      <div className="flex flex-wrap items-baseline gap-x-3 gap-y-2">
        <h1 className="text-[20px] leading-[27px]">
          <Link to="../certify" className="text-soft underline">
            Certify
          </Link>{' '}
          / {line.name}
        </h1>
        <span className={line.overdue ? 'text-oxblood' : 'text-soft'}>
          {line.sealed ? 'sealed' : `due ${line.due}${line.overdue ? ', overdue' : ''}`}
        </span>
        <span className="no-print ml-auto flex gap-2">
          {!line.sealed && (
            <>
              <button
                type="button"
                className="act"
                onClick={() => onAct({ kind: 'letters', people: [] })}
              >
                Write to reviewers
              </button>
              <button
                type="button"
                className="act"
                onClick={() => onAct({ kind: 'due', person: '' })}
              >
                Extend
              </button>
              <button type="button" className="act" onClick={() => onAct({ kind: 'seal' })}>
                Sign off and seal
              </button>
            </>
          )}
          <a className="act" href={`${path}/report.pdf`}>
            PDF
          </a>
          <a className="act" href={`${path}/list.xlsx`}>
            XLSX
          </a>
          <a className="act" href={`${path}/list.csv`}>
            CSV
          </a>
        </span>
      </div>
      {!line.sealed && (
        <p className="mt-1">
          {counted(page.reviewers.length - line.signed, 'reviewer has', 'reviewers have')} not
          signed off
          {late > 0 && (
            <>
              , <b className="text-oxblood">{count(late)} overdue</b>
            </>
          )}
          {line.unanswered > 0 && `, ${counted(line.unanswered, 'question')} not answered`}.
        </p>
      )}
      <p className="mt-1 text-sm text-soft">
        As of {line.asOf}: {line.words}. Decided by {page.rule}. Started {minute(line.startedAt)} by{' '}
        {line.startedBy}.
        {page.hidden.length > 0 && ` Reviewers do not see: ${page.hidden.join(', ')}.`}
      </p>
    </header>
  );
}

function Totals({ page }: { page: RoundPage }) {
  const { tallies } = page;
  const parts: [string, number, string][] = [
    ['kept', tallies.keep, 'keep'],
    ['to withdraw', tallies.withdraw, 'withdraw'],
    ['to reduce', tallies.reduce, 'reduce'],
    ['not decided', tallies.open, 'open'],
  ];
  return (
    <p className="flex flex-wrap gap-x-6 gap-y-1 text-[17px]">
      <Link className="door" to="items">
        {counted(tallies.items, 'item')}
      </Link>
      {parts.map(([words, number, choice]) => (
        <Link key={choice} className={number ? 'door' : 'text-soft'} to={`items?choice=${choice}`}>
          {count(number)} {words}
        </Link>
      ))}
      <Link className={tallies.risky ? 'door' : 'text-soft'} to="items?risky=true">
        {count(tallies.risky)} of high risk
      </Link>
    </p>
  );
}

/** What the manner of deciding raised, reviewer by reviewer: questions, not verdicts. */
function Questions({ reviewers }: { reviewers: ReviewerView[] }) {
  const asked = reviewers.flatMap((one) => one.doubts.map((doubt) => ({ one, doubt })));
  return (
    <section>
      <h3 className="head">Questions to reviewers</h3>
      {asked.length === 0 ? (
        <p className="py-1.5 text-sm text-soft">
          None: nobody decided faster than can be read, in one stroke, or kept what is marked
          without a word.
        </p>
      ) : (
        <table className="plain-table">
          <tbody>
            {asked.map(({ one, doubt }) => (
              <tr key={one.person + doubt.id}>
                <td className="w-44">{one.name}</td>
                <td>
                  {doubt.sentence}{' '}
                  <span className="text-xs text-soft">
                    {minute(doubt.from)}
                    {doubt.until !== doubt.from && ` to ${minute(doubt.until).slice(11)}`}
                  </span>
                </td>
                <td className={doubt.answer ? '' : 'text-oxblood'}>
                  {doubt.answer ? `“${doubt.answer}”` : 'not answered'}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

function Applications({ page }: { page: RoundPage }) {
  return (
    <section>
      <h3 className="head">By application</h3>
      <table className="plain-table bg-sheet">
        <thead>
          <tr>
            <th scope="col">Application</th>
            {['Items', 'Kept', 'To withdraw', 'To reduce', 'Not decided'].map((head) => (
              <th key={head} scope="col" className="num">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {page.applications.map(({ application, tallies }) => (
            <tr key={application}>
              <td>
                <Link
                  className="door id"
                  to={`items?application=${encodeURIComponent(application)}`}
                >
                  {application}
                </Link>
              </td>
              {[tallies.items, tallies.keep, tallies.withdraw, tallies.reduce, tallies.open].map(
                (number, index) => (
                  <td key={index} className="num">
                    {count(number)}
                  </td>
                ),
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

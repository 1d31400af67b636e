import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import type { EvidenceView, FindingDetail, RemedyView, VerdictWord } from '../../shared/api/types';
import { count, counted, minute } from '../../shared/model/format';
import { Key, KeyBit, Sentences, Waiting } from '../../shared/ui';
import { LifeLine } from './LifeLine';
import type { ListAction } from './listState';
import { useFinding, useNote } from './useFindingList';

interface Props {
  finding: string;
  empty: boolean;
  onDecide: (verdict: VerdictWord) => void;
  onTakeBack: () => void;
  dispatch: (action: ListAction) => void;
}

/** One finding: what is wrong with its figures, what proves it, how to put it right, and deciding. */
export function DetailPane({ finding, empty, onDecide, onTakeBack, dispatch }: Props) {
  const detail = useFinding(finding);
  if (!finding) {
    return <p className="p-4 text-soft">{empty ? 'Nothing to show.' : 'Choose a finding.'}</p>;
  }
  if (!detail.data) {
    return <Waiting error={detail.error} what="the finding" />;
  }
  const data = detail.data;
  const decided = data.finding.decision && data.finding.decision.verdict !== 'open';
  return (
    <article className="space-y-4 p-4" aria-label="The open finding">
      <div>
        <p className="mb-1.5 flex items-center justify-between">
          <KeyBit severity={data.finding.severity} word />
          <span className="id text-soft" title="The same from run to run">
            {data.finding.key}
          </span>
        </p>
        <h2 className="text-[17px] leading-6 font-semibold">
          <Sentence text={data.finding.sentence} subject={data.finding.subject} />
        </h2>
        <p className="mt-1 text-sm text-soft">
          {data.checkTitle} · {data.references.join(', ')}
          <br />
          {data.why}
        </p>
      </div>
      {data.finding.decision?.reopened && (
        <p className="border-l-[3px] border-oxblood bg-paper px-3 py-2" role="note">
          Decided as <b>{data.finding.decision.words}</b>, and to be decided again:{' '}
          {data.finding.decision.reopened}.
        </p>
      )}
      <Facts data={data} />
      {data.life.length > 1 && (
        <Block title="Life of the account">
          <LifeLine events={data.life} />
        </Block>
      )}
      <Block
        title={`Evidence, cited ${data.evidenceTotal === 1 ? 'once' : `${count(data.evidenceTotal)} times`}`}
      >
        <Evidence lines={data.evidence} total={data.evidenceTotal} />
      </Block>
      <Block title="Ways to put it right">
        <Remedies remedies={data.remedies} />
      </Block>
      <div className="sticky bottom-0 -mx-4 flex flex-wrap gap-2 border-t border-rule bg-sheet px-4 py-2.5">
        <button type="button" className="act act-first" onClick={() => onDecide('fix')}>
          Fix <Key>F</Key>
        </button>
        <button type="button" className="act" onClick={() => onDecide('accept')}>
          Accept until … <Key>A</Key>
        </button>
        <button type="button" className="act" onClick={() => onDecide('dismiss')}>
          Not a finding <Key>N</Key>
        </button>
        <button type="button" className="act" onClick={() => onDecide('ask')}>
          Ask <Key>Q</Key>
        </button>
        {decided && (
          <button type="button" className="act" onClick={onTakeBack}>
            Take back <Key>U</Key>
          </button>
        )}
      </div>
      <History data={data} />
      <Notes key={data.finding.key} data={data} />
      {data.others > 0 && (
        <p className="text-sm">
          <button
            type="button"
            className="door font-normal"
            onClick={() => {
              dispatch({ type: 'clearAll' });
              dispatch({ type: 'text', text: data.finding.personName || data.finding.subject });
            }}
          >
            Same {data.finding.person ? 'person' : 'account'}:{' '}
            {counted(data.others, 'more finding')}
          </button>
        </p>
      )}
    </article>
  );
}

function Sentence({ text, subject }: { text: string; subject: string }) {
  const at = text.indexOf(subject);
  if (at < 0) {
    return text;
  }
  return (
    <>
      {text.slice(0, at)}
      <span className="font-mono text-[16px]">{subject}</span>
      {text.slice(at + subject.length)}
    </>
  );
}

function Block({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section>
      <h3 className="mb-1.5 text-xs font-semibold text-soft">{title}</h3>
      {children}
    </section>
  );
}

const NAMES: Record<string, string> = {
  name: 'name on it',
  department: 'department',
  matchedBy: 'matched by',
  privilegedBy: 'privileged by',
  lastSignInFrom: 'last sign-in from',
  personField: 'person field',
  email: 'mail address',
};

/** The figures that the sentence does not say. */
function Facts({ data }: { data: FindingDetail }) {
  const { facts, personName, person } = data.finding;
  const rows: [string, string][] = Object.entries(NAMES)
    .filter(([key]) => facts[key] !== undefined)
    .map(([key, name]) => [
      name,
      String(Array.isArray(facts[key]) ? facts[key].join(', ') : facts[key]),
    ]);
  if (personName) {
    rows.unshift(['person', `${personName}, ${person}`]);
  }
  return (
    <dl className="grid grid-cols-[104px_minmax(0,1fr)] gap-x-2 gap-y-0.5 text-sm">
      {rows.map(([name, value]) => (
        <div key={name} className="contents">
          <dt className="text-soft">{name}</dt>
          <dd className="break-words">{value}</dd>
        </div>
      ))}
    </dl>
  );
}

function Evidence({ lines, total }: { lines: EvidenceView[]; total: number }) {
  return (
    <ul className="space-y-1">
      {lines.map((line) => (
        <li
          key={`${line.file} ${line.row}`}
          className="grid grid-cols-[132px_minmax(0,1fr)] items-baseline gap-2"
        >
          <Link
            className="cite"
            to={`../gather/${line.evidenceId}${line.row ? `?row=${line.row}` : ''}`}
          >
            {line.citation}
            {line.row > 0 && ` · row ${line.row}`}
          </Link>
          <span className="id truncate text-soft" title={line.line ?? undefined}>
            {line.line ?? 'the whole file'}
          </span>
        </li>
      ))}
      {total > lines.length && (
        <li className="text-sm text-soft">
          and {count(total - lines.length)} more rows, all of them in the CSV
        </li>
      )}
    </ul>
  );
}

function Remedies({ remedies }: { remedies: RemedyView[] }) {
  return (
    <ol className="list-decimal space-y-1 pl-5">
      {remedies.map((remedy) => (
        <li key={remedy.title}>
          <details>
            <summary className="cursor-pointer">
              {remedy.title} <span className="text-soft">{effort(remedy.minutes)}</span>
            </summary>
            <ul className="list-disc py-1 pl-4 text-sm">
              {remedy.steps.map((step) => (
                <li key={step}>{step}</li>
              ))}
            </ul>
          </details>
        </li>
      ))}
    </ol>
  );
}

function effort(minutes: number): string {
  return minutes < 60 ? `${minutes} min` : `${minutes / 60} h`;
}

/** What was written beside the finding, without deciding anything. */
function Notes({ data }: { data: FindingDetail }) {
  const write = useNote(data.finding.key);
  const [text, setText] = useState('');
  return (
    <Block title="Notes">
      <ul className="space-y-1 text-sm">
        {data.notes.map((note) => (
          <li key={`${note.at}${note.note}`} className="whitespace-pre-wrap">
            {note.note}
            <span className="block text-soft">
              {note.by}, {minute(note.at)}
            </span>
          </li>
        ))}
      </ul>
      <form
        className="mt-1.5 flex gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          write.mutate(text, { onSuccess: () => setText('') });
        }}
      >
        <input
          className="field w-full"
          aria-label="Write a note beside this finding"
          placeholder="Write a note beside this finding"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <button type="submit" className="act" disabled={!text.trim()}>
          Note
        </button>
      </form>
      <Sentences error={write.error} />
    </Block>
  );
}

function History({ data }: { data: FindingDetail }) {
  if (data.history.length === 0) {
    return null;
  }
  return (
    <Block title="Decided">
      <ul className="space-y-1 text-sm">
        {data.history.map((decision) => (
          <li key={decision.seq}>
            <b className="text-brass">{decision.words}</b>
            {decision.until && ` until ${decision.until}`}
            {decision.reason && `: ${decision.reason}`}
            <span className="block text-soft">
              {decision.by}, {minute(decision.at)}
              {decision.approver && `, approved by ${decision.approver}`}
            </span>
          </li>
        ))}
      </ul>
    </Block>
  );
}

import type { ReactNode } from 'react';
import type { DeskView, DraftView, KindView, ReadView } from '../../shared/api/types';
import { count, counted } from '../../shared/model/format';
import { Sentences } from '../../shared/ui';
import { missing, setKinds, setMeaning, settled } from './deskDraft';
import { useEvidence } from './useEvidence';

interface Props {
  view: DeskView;
  kinds: KindView[];
  onChange: (draft: DraftView) => void;
  error: unknown;
}

/** How the file was read and how sure that is, each overruled in place; then what waits for an answer. */
export function DeskAside({ view, kinds, onChange, error }: Props) {
  return (
    <aside
      className="overflow-y-auto border-l border-rule p-3.5 text-sm"
      aria-label="How it was read"
    >
      <Sentences error={error} />
      <Asks view={view} kinds={kinds} onChange={onChange} />
      <Heading>How it was read</Heading>
      <HowRead view={view} kinds={kinds} onChange={onChange} />
      <Words view={view} kinds={kinds} onChange={onChange} />
      {view.drift.length > 0 && (
        <>
          <Heading>Other than in {view.mapFrom}</Heading>
          <ul className="space-y-1.5">
            {view.drift.map((issue) => (
              <li key={issue.sentence} className="border-l-[3px] border-brass pl-2">
                {issue.sentence}
              </li>
            ))}
          </ul>
        </>
      )}
      <Heading>Rejected, {view.counts ? count(view.counts.rejected) : 'not known yet'}</Heading>
      {view.counts?.rejected === 0 && <p>No row of the file would be rejected.</p>}
      <ul className="space-y-1.5">
        {view.rejects.slice(0, 100).map((reject) => (
          <li key={`${reject.row} ${reject.reason}`}>
            <span className="id text-oxblood">line {reject.row}</span> {reject.reason}
            {reject.column && (
              <span className="text-soft">
                , column <i>{reject.column}</i>
              </span>
            )}
          </li>
        ))}
      </ul>
      {view.rejects.length > 100 && (
        <p className="text-soft">and {count(view.rejects.length - 100)} more</p>
      )}
    </aside>
  );
}

function Heading({ children }: { children: ReactNode }) {
  return <h2 className="mt-4 mb-1.5 text-xs font-semibold text-soft first:mt-0">{children}</h2>;
}

const LETTERS = ['UTF-8', 'windows-1252', 'ISO-8859-1', 'UTF-16LE', 'UTF-16BE', 'IBM850'];
const DELIMITERS: [string, string][] = [
  [',', 'comma'],
  [';', 'semicolon'],
  ['\t', 'tab'],
  ['|', 'pipe'],
  ['~', 'tilde'],
];
const DATES = ['dd.MM.yyyy', 'dd/MM/yyyy', 'MM/dd/yyyy', 'dd-MM-yyyy', 'MM-dd-yyyy', 'yyyy-MM-dd'];

function HowRead({ view, kinds, onChange }: Omit<Props, 'error'>) {
  const { draft } = view;
  const evidence = useEvidence();
  const found = (what: string) => view.understanding.find((one) => one.what === what)?.how ?? '';
  const read = (change: Partial<ReadView>) =>
    onChange({ ...draft, read: { ...draft.read, ...change } });
  const fit = view.fits.find((one) => one.kind === view.kinds[0]);
  return (
    <dl className="grid grid-cols-[76px_minmax(0,1fr)] items-baseline gap-x-2 gap-y-1.5">
      <Line label="kind">
        <select
          className="field w-full font-semibold"
          aria-label="Kind of evidence"
          value={view.kinds[0] ?? ''}
          onChange={(event) => onChange(setKinds(view, [event.target.value]))}
        >
          {view.kinds.length === 0 && <option value="">not known: choose</option>}
          {order(kinds, view).map((kind) => (
            <option key={kind.kind} value={kind.kind}>
              {kind.kind} {share(view, kind.kind)}
            </option>
          ))}
        </select>
        <span className="text-soft">
          {draft.kind.length > 0
            ? 'said so'
            : `${fit?.bound ?? 0} of ${view.columns.length} heads known`}
        </span>
        {view.kinds.slice(1).map((kind) => (
          <button
            key={kind}
            type="button"
            className="block hover:line-through"
            title="Do not read it as this"
            onClick={() =>
              onChange(
                setKinds(
                  view,
                  view.kinds.filter((one) => one !== kind),
                ),
              )
            }
          >
            and {kind} ×
          </button>
        ))}
        {view.kinds.length > 0 && (
          <select
            className="field mt-1 w-full text-soft"
            aria-label="One more kind from the same file"
            value=""
            onChange={(event) => onChange(setKinds(view, [...view.kinds, event.target.value]))}
          >
            <option value="">it also holds …</option>
            {order(kinds, view)
              .filter((kind) => !view.kinds.includes(kind.kind))
              .map((kind) => (
                <option key={kind.kind} value={kind.kind}>
                  {kind.kind} {share(view, kind.kind)}
                </option>
              ))}
          </select>
        )}
      </Line>
      <Line label="belongs to">
        <select
          className="field w-full"
          aria-label="Application"
          value={draft.application}
          onChange={(event) => onChange({ ...settled(view), application: event.target.value })}
        >
          <option value="">the whole organisation</option>
          {evidence.data?.applications.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </select>
      </Line>
      {found('format') && <Line label="format">{found('format')}</Line>}
      {found('delimiter') && (
        <Line label="delimiter">
          <Choice
            label="Delimiter"
            value={draft.read.delimiter}
            found={found('delimiter')}
            options={DELIMITERS}
            onChange={(delimiter) => read({ delimiter })}
          />
        </Line>
      )}
      {found('letters') && (
        <Line label="letters">
          <Choice
            label="Letters"
            value={draft.read.encoding}
            found={`${found('letters')}: ${found('letters found by')}`}
            options={LETTERS.map((one) => [one, one])}
            onChange={(encoding) => read({ encoding })}
          />
        </Line>
      )}
      {found('format').startsWith('workbook') && (
        <Line label="sheet">
          <Text label="Sheet" value={draft.read.sheet} onSet={(sheet) => read({ sheet })} />
        </Line>
      )}
      {found('head') && (
        <Line label="head">
          <Text
            label="Line of the head"
            value={draft.read.header ? String(draft.read.header) : ''}
            placeholder={String(view.headRow)}
            onSet={(line) => read({ header: Number.parseInt(line, 10) || 0 })}
          />
          <span className="text-soft">{found('head')}</span>
        </Line>
      )}
      <Line label="days">
        <Choice
          label="Days"
          value={draft.read.dates}
          found="from the whole column"
          options={DATES.map((one) => [one, one])}
          onChange={(dates) => read({ dates })}
        />
      </Line>
      <Line label="never">
        <Text
          label="Further words for never"
          value={draft.read.never.join(' ')}
          placeholder="00.00.0000"
          onSet={(words) => read({ never: words.split(/\s+/).filter(Boolean) })}
        />
      </Line>
      <Line label="map">{view.mapFrom ? `as in ${view.mapFrom}` : 'found from the heads'}</Line>
      <Line label="extracted">
        <Text
          label="Extracted"
          value={draft.extracted}
          placeholder="2026-07-01T06:00"
          onSet={(extracted) => onChange({ ...draft, extracted })}
        />
      </Line>
      <Line label="from">
        <Text
          label="From"
          value={draft.from}
          placeholder="who sent it"
          onSet={(from) => onChange({ ...draft, from })}
        />
      </Line>
      <Line label="filter">
        <Text
          label="Filter"
          value={draft.filter}
          placeholder="none, or which"
          onSet={(filter) => onChange({ ...draft, filter })}
        />
      </Line>
      <Line label="declared">
        <Text
          label="Rows the owner declared"
          value={draft.rows === null ? '' : String(draft.rows)}
          placeholder="number of rows"
          onSet={(rows) =>
            onChange({ ...draft, rows: rows ? Number.parseInt(rows, 10) || 0 : null })
          }
        />
      </Line>
    </dl>
  );
}

function order(kinds: KindView[], view: DeskView): KindView[] {
  const rank = (kind: string) => {
    const at = view.fits.findIndex((fit) => fit.kind === kind);
    return at < 0 ? view.fits.length : at;
  };
  return [...kinds].sort((a, b) => rank(a.kind) - rank(b.kind));
}

/** How well the heads fit a kind: `7 of 9`. */
function share(view: DeskView, kind: string): string {
  const fit = view.fits.find((one) => one.kind === kind);
  return fit && fit.missing.length === 0 ? `(${fit.bound} of ${view.columns.length})` : '';
}

function Line({ label, children }: { label: string; children: ReactNode }) {
  return (
    <>
      <dt className="text-soft">{label}</dt>
      <dd className="min-w-0 break-words">{children}</dd>
    </>
  );
}

function Choice(props: {
  label: string;
  value: string;
  found: string;
  options: [string, string][];
  onChange: (value: string) => void;
}) {
  return (
    <select
      className="field w-full"
      aria-label={props.label}
      value={props.value}
      onChange={(event) => props.onChange(event.target.value)}
    >
      <option value="">{props.found}</option>
      {props.value && !props.options.some(([value]) => value === props.value) && (
        <option value={props.value}>{props.value}, said so</option>
      )}
      {props.options.map(([value, words]) => (
        <option key={value} value={value}>
          {words}
          {value === props.value ? ', said so' : ''}
        </option>
      ))}
    </select>
  );
}

/** A text that is set when the field is left or Enter is pressed. */
function Text(props: {
  label: string;
  value: string;
  placeholder?: string;
  onSet: (value: string) => void;
}) {
  return (
    <input
      key={props.value}
      className="field w-full"
      aria-label={props.label}
      defaultValue={props.value}
      placeholder={props.placeholder}
      onBlur={(event) => {
        const text = event.target.value.trim();
        if (text !== props.value) {
          props.onSet(text);
        }
      }}
      onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
    />
  );
}

/** Every word of columns with a closed vocabulary and what it means, to be said otherwise. */
function Words({ view, kinds, onChange }: Omit<Props, 'error'>) {
  const columns = view.columns.filter((column) => column.words.length > 0);
  if (columns.length === 0) {
    return null;
  }
  return (
    <>
      <Heading>Words and what they mean</Heading>
      <dl className="grid grid-cols-[minmax(0,1fr)_108px] items-baseline gap-x-2 gap-y-1">
        {columns.flatMap((column) =>
          column.words.map((word) => {
            const use = column.uses[0];
            return (
              <Line
                key={`${column.position} ${word.word}`}
                label={`${word.word} (${count(word.rows)})`}
              >
                <select
                  className="field w-full !py-0"
                  aria-label={`${column.head} ${word.word}`}
                  value={word.meaning ?? '?'}
                  onChange={(event) =>
                    onChange(setMeaning(view, use?.field ?? '', word.word, event.target.value))
                  }
                >
                  {word.meaning === null && <option value="?">nobody said</option>}
                  {meanings(kinds, use?.kind, use?.field).map((meaning) => (
                    <option key={meaning}>{meaning}</option>
                  ))}
                </select>
              </Line>
            );
          }),
        )}
      </dl>
    </>
  );
}

/** Our words for a field: its closed vocabulary, or yes and no. */
function meanings(kinds: KindView[], kind = '', field = ''): string[] {
  const found = kinds.find((one) => one.kind === kind)?.fields.find((one) => one.name === field);
  return found?.type === 'flag' ? ['yes', 'no'] : (found?.words ?? []);
}

/** What must be said before the file can be taken, with the likely answers as buttons. */
function Asks({ view, kinds, onChange }: Omit<Props, 'error'>) {
  const lacking = missing(view);
  const dated = view.columns.filter((column) => column.dateIssue !== null);
  const open = view.columns.flatMap((column) =>
    column.words
      .filter((word) => word.meaning === null)
      .map((word) => ({ word, use: column.uses[0] })),
  );
  const said = new Set(['field-unmapped', 'dates-ambiguous', 'word-unmapped']);
  const others = view.issues.filter((issue) => issue.weight !== 'problem' && !said.has(issue.code));
  if (lacking.length + dated.length + open.length + others.length === 0) {
    return null;
  }
  return (
    <>
      <Heading>Asks for an answer</Heading>
      <div className="space-y-2">
        {lacking.length > 0 && (
          <Ask>
            No column is <b>{lacking.join(', ')}</b> yet, which {view.kinds.join(', ')} cannot do
            without. Choose it on the head of its column.
          </Ask>
        )}
        {dated.map((column) => (
          <Ask key={column.position}>
            <b>{column.head}</b>: {column.dateIssue?.split(';')[0]}.
            <span className="mt-1.5 flex flex-wrap gap-1.5">
              {['dd.MM.yyyy', 'dd/MM/yyyy', 'MM/dd/yyyy'].map((dates) => (
                <button
                  key={dates}
                  type="button"
                  className="act"
                  onClick={() =>
                    onChange({ ...settled(view), read: { ...view.draft.read, dates } })
                  }
                >
                  {dates}
                </button>
              ))}
            </span>
          </Ask>
        ))}
        {open.map(({ word, use }) => (
          <Ask key={`${use?.field} ${word.word}`}>
            {use?.field} <b>{word.word}</b> stands in {counted(word.rows, 'row')} and in no map.
            What is it?
            <span className="mt-1.5 flex flex-wrap gap-1.5">
              {meanings(kinds, use?.kind, use?.field).map((meaning) => (
                <button
                  key={meaning}
                  type="button"
                  className="act"
                  onClick={() => onChange(setMeaning(view, use?.field ?? '', word.word, meaning))}
                >
                  {meaning}
                </button>
              ))}
            </span>
          </Ask>
        ))}
        {others.map((issue) => (
          <Ask key={issue.sentence}>
            {issue.row > 0 && <span className="id">line {issue.row}: </span>}
            {issue.sentence}
          </Ask>
        ))}
      </div>
    </>
  );
}

function Ask({ children }: { children: ReactNode }) {
  return <div className="border-l-[3px] border-brass bg-brass-wash px-2.5 py-2">{children}</div>;
}

import { useCallback, useState } from 'react';
import { Link, useParams } from 'react-router';
import { Refused } from '../../shared/api/client';
import type { PackPage, PackText } from '../../shared/api/packTypes';
import type { JobView } from '../../shared/api/types';
import { JobProgress, PersonField, Sentences, Waiting } from '../../shared/ui';
import { EarlierPacks } from './EarlierPacks';
import { PagePreview } from './PagePreview';
import { moved, toggled } from './parts';
import { Repeats } from './Repeats';
import { usePacks } from './usePacks';

/** A pack for those who rely on it: chosen from parts, looked at page by page, made with a manifest. */
export function PackBuilder() {
  const work = usePacks();
  const page = work.page.data;
  if (!page) {
    return <Waiting error={work.page.error} what="the packs" />;
  }
  return <Builder page={page} work={work} />;
}

const EMPTY: PackText = {
  name: 'Pack',
  title: '',
  by: '',
  cover: '',
  closing: '',
  parts: [],
  people: [],
};

function Builder({ page, work }: { page: PackPage; work: ReturnType<typeof usePacks> }) {
  const { snapshot } = useParams();
  const [text, setText] = useState<PackText>(page.templates[0] ?? EMPTY);
  const [job, setJob] = useState<number | null>(null);
  const [failure, setFailure] = useState<Refused | null>(null);
  const set = (changes: Partial<PackText>) => setText((before) => ({ ...before, ...changes }));
  const refresh = work.refresh;
  const onEnd = useCallback(
    (ended: JobView) => {
      setJob(null);
      setFailure(ended.state === 'done' ? null : new Refused(422, ended.sentences));
      void refresh();
    },
    [refresh],
  );
  const kept = page.templates.some((one) => one.name === text.name);
  return (
    <div className="grid grid-cols-[330px_minmax(0,1fr)] gap-6 p-5">
      <div className="space-y-5">
        <h1 className="flex items-baseline gap-3 text-[20px] leading-[27px]">
          Report
          <Link className="act ml-auto text-sm" to="findings">
            Findings only
          </Link>
          <a className="act text-sm" href={`/api/snapshots/${snapshot}/audit.zip`}>
            Whole audit
          </a>
        </h1>
        <section className="space-y-2">
          <label className="block text-sm">
            Template
            <select
              className="field mt-0.5 block w-full"
              value={kept ? text.name : ''}
              onChange={(event) =>
                setText(page.templates.find((one) => one.name === event.target.value) ?? text)
              }
            >
              {!kept && <option value="">not kept yet</option>}
              {page.templates.map((one) => (
                <option key={one.name}>{one.name}</option>
              ))}
            </select>
          </label>
          <div className="flex items-end gap-2">
            <label className="block grow text-sm">
              Name
              <input
                className="field mt-0.5 block w-full"
                value={text.name}
                onChange={(event) => set({ name: event.target.value })}
              />
            </label>
            <button type="button" className="act" onClick={() => work.keep.mutate(text)}>
              Keep
            </button>
            {kept && text.name !== 'Standard' && (
              <button type="button" className="act" onClick={() => work.drop.mutate(text.name)}>
                Drop
              </button>
            )}
          </div>
          <Sentences error={work.keep.error ?? work.drop.error} />
        </section>
        <Parts page={page} text={text} onChange={(parts) => set({ parts })} />
        {text.parts.includes('effective') && (
          <People text={text} onChange={(people) => set({ people })} />
        )}
        <details>
          <summary className="cursor-pointer font-semibold">Cover and wording</summary>
          <div className="mt-2 space-y-2 text-sm">
            <Line
              label="Title (empty: the audit's)"
              value={text.title}
              onChange={(title) => set({ title })}
            />
            <Line label="Given out by" value={text.by} onChange={(by) => set({ by })} />
            <Block label="On the cover" value={text.cover} onChange={(cover) => set({ cover })} />
            <Block
              label="At the end"
              value={text.closing}
              onChange={(closing) => set({ closing })}
            />
          </div>
        </details>
        <div className="space-y-2">
          <button
            type="button"
            className="act act-first w-full justify-center"
            disabled={text.parts.length === 0 || job !== null}
            onClick={() => work.make.mutate(text, { onSuccess: (started) => setJob(started.id) })}
          >
            Make the pack
          </button>
          {job !== null && <JobProgress id={job} onEnd={onEnd} />}
          <Sentences error={work.make.error ?? failure} />
          <p className="text-xs text-soft">
            PDF, workbook, CSV and OSCAL, with a manifest of hashes that goes into the journal. The
            same inputs give the same bytes.
          </p>
        </div>
      </div>
      <div className="min-w-0 space-y-6">
        <PagePreview text={text} />
        <EarlierPacks packs={page.packs} path={work.path} />
        <Repeats templates={page.templates.map((one) => one.name)} />
      </div>
    </div>
  );
}

interface PartsProps {
  page: PackPage;
  text: PackText;
  onChange: (parts: string[]) => void;
}

/** The chosen parts in their order, then those that are left out. */
function Parts({ page, text, onChange }: PartsProps) {
  const words = new Map(page.parts.map((one) => [one.id, one.words]));
  const left = page.parts.filter((one) => !text.parts.includes(one.id));
  return (
    <section>
      <h2 className="head">Parts</h2>
      <ol>
        {text.parts.map((part, index) => (
          <li key={part} className="flex items-center gap-2 border-b border-rule-light py-0.5">
            <label className="flex min-w-0 grow items-center gap-2">
              <input type="checkbox" checked onChange={() => onChange(toggled(text.parts, part))} />
              <span className="truncate">{words.get(part) ?? part}</span>
            </label>
            <button
              type="button"
              className="min-h-6 min-w-6 disabled:opacity-30"
              aria-label={`${words.get(part)} earlier`}
              disabled={index === 0}
              onClick={() => onChange(moved(text.parts, part, -1))}
            >
              ↑
            </button>
            <button
              type="button"
              className="min-h-6 min-w-6 disabled:opacity-30"
              aria-label={`${words.get(part)} later`}
              disabled={index === text.parts.length - 1}
              onClick={() => onChange(moved(text.parts, part, 1))}
            >
              ↓
            </button>
          </li>
        ))}
        {left.map((part) => (
          <li key={part.id} className="border-b border-rule-light py-0.5 text-soft">
            <label className="flex items-center gap-2">
              <input
                type="checkbox"
                checked={false}
                onChange={() => onChange(toggled(text.parts, part.id))}
              />
              {part.words}
            </label>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** Of whom it is told what they can do. */
function People({ text, onChange }: { text: PackText; onChange: (people: string[]) => void }) {
  const { snapshot } = useParams();
  const [person, setPerson] = useState('');
  return (
    <section className="space-y-2 text-sm">
      <h2 className="head">Chosen people</h2>
      <ul>
        {text.people.map((one) => (
          <li key={one} className="flex gap-2">
            <span className="id">{one}</span>
            <button
              type="button"
              className="text-soft underline"
              onClick={() => onChange(text.people.filter((other) => other !== one))}
            >
              take out
            </button>
          </li>
        ))}
      </ul>
      <div className="flex items-end gap-2">
        <div className="grow">
          <PersonField
            label="Somebody, or the key of an account"
            path={`/api/snapshots/${snapshot}/rounds/people`}
            value={person}
            onChange={setPerson}
          />
        </div>
        <button
          type="button"
          className="act"
          onClick={() => person.trim() && onChange([...new Set([...text.people, person.trim()])])}
        >
          Add
        </button>
      </div>
    </section>
  );
}

interface WordsProps {
  label: string;
  value: string;
  onChange: (value: string) => void;
}

function Line({ label, value, onChange }: WordsProps) {
  return (
    <label className="block">
      {label}
      <input
        className="field mt-0.5 block w-full"
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}

function Block({ label, value, onChange }: WordsProps) {
  return (
    <label className="block">
      {label}
      <textarea
        className="field mt-0.5 block w-full"
        rows={4}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}

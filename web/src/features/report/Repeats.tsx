import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams } from 'react-router';
import { api } from '../../shared/api/client';
import type { RepeatText, RepeatView } from '../../shared/api/packTypes';
import { minute } from '../../shared/model/format';
import { Dialog, Sentences } from '../../shared/ui';

function useRepeats() {
  const { snapshot } = useParams();
  const queries = useQueryClient();
  const path = `/api/snapshots/${snapshot}/report/repeats`;
  const onSettled = () => queries.invalidateQueries({ queryKey: [path] });
  return {
    all: useQuery({ queryKey: [path], queryFn: () => api.get<RepeatView[]>(path) }),
    add: useMutation({
      mutationFn: (text: RepeatText) => api.post<void>(path, text),
      onSettled,
    }),
    activate: useMutation({
      mutationFn: ({ id, active }: { id: number; active: boolean }) =>
        api.put<void>(`${path}/${id}`, { active }),
      onSettled,
    }),
    drop: useMutation({ mutationFn: (id: number) => api.remove<void>(`${path}/${id}`), onSettled }),
    run: useMutation({
      mutationFn: (id: number) => api.post<{ id: number }>(`${path}/${id}/run`, {}),
      onSettled,
    }),
  };
}

/** Packs that are made again by the calendar, and how each time went. */
export function Repeats({ templates }: { templates: string[] }) {
  const work = useRepeats();
  const [adding, setAdding] = useState(false);
  return (
    <section>
      <h2 className="head flex items-baseline">
        Made again
        <button type="button" className="act ml-auto text-sm" onClick={() => setAdding(true)}>
          Add a time
        </button>
      </h2>
      <Sentences
        error={work.all.error ?? work.activate.error ?? work.drop.error ?? work.run.error}
      />
      {work.all.data?.length === 0 && (
        <p className="py-1.5 text-soft">
          No pack is made by the calendar. One can be made monthly, quarterly or at times of your
          own, from what then lies in a watched folder.
        </p>
      )}
      {work.all.data?.map((one) => (
        <Repeat key={one.id} repeat={one} work={work} />
      ))}
      {adding && <AddForm templates={templates} work={work} onClose={() => setAdding(false)} />}
    </section>
  );
}

function Repeat({ repeat, work }: { repeat: RepeatView; work: ReturnType<typeof useRepeats> }) {
  const [last] = repeat.runs;
  return (
    <div className="border-b border-rule py-2">
      <p className="flex flex-wrap items-baseline gap-2">
        <b>{repeat.template}</b>
        <span className="id">{repeat.cron}</span>
        <span className="text-soft">
          {repeat.active ? `next ${minute(repeat.nextAt)}` : 'paused'}, zone {repeat.zone}
        </span>
        <span className="ml-auto flex gap-2">
          <button type="button" className="act" onClick={() => work.run.mutate(repeat.id)}>
            Run now
          </button>
          <button
            type="button"
            className="act"
            onClick={() => work.activate.mutate({ id: repeat.id, active: !repeat.active })}
          >
            {repeat.active ? 'Pause' : 'Go on'}
          </button>
          <button type="button" className="act" onClick={() => work.drop.mutate(repeat.id)}>
            Drop
          </button>
        </span>
      </p>
      <p className="text-sm text-soft">
        {[
          repeat.folder && `examines ${repeat.folder}`,
          repeat.out && `writes to ${repeat.out}`,
          repeat.mail &&
            `mail to ${repeat.mail} ${repeat.encloses ? 'with the pack' : 'with a link'}`,
        ]
          .filter(Boolean)
          .join('; ')}
      </p>
      {last && (
        <details className="text-sm">
          <summary className={last.succeeded ? '' : 'text-oxblood'}>
            Last {minute(last.ranAt)}: {last.words}
          </summary>
          <ul>
            {repeat.runs.slice(1).map((run) => (
              <li key={run.ranAt} className={run.succeeded ? '' : 'text-oxblood'}>
                {minute(run.ranAt)}: {run.words}
              </li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}

interface AddProps {
  templates: string[];
  work: ReturnType<typeof useRepeats>;
  onClose: () => void;
}

function AddForm({ templates, work, onClose }: AddProps) {
  const [text, setText] = useState<RepeatText>({
    template: templates[0] ?? '',
    when: 'quarterly',
    folder: '',
    out: '',
    mail: '',
    encloses: false,
  });
  const set = (changes: Partial<RepeatText>) => setText({ ...text, ...changes });
  return (
    <Dialog title="Make a pack again" onClose={onClose}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          work.add.mutate(text, { onSuccess: onClose });
        }}
      >
        <label className="block">
          Template
          <select
            className="field mt-0.5 block w-full"
            value={text.template}
            onChange={(event) => set({ template: event.target.value })}
          >
            {templates.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        </label>
        <Line
          label="When: monthly, quarterly, or second minute hour day month weekday"
          value={text.when}
          onChange={(when) => set({ when })}
        />
        <Line
          label="Audit folder to examine first (empty: the audit as it stands)"
          value={text.folder}
          onChange={(folder) => set({ folder })}
        />
        <Line label="Folder it is written to" value={text.out} onChange={(out) => set({ out })} />
        <Line label="Mail to" value={text.mail} onChange={(mail) => set({ mail })} />
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            checked={text.encloses}
            onChange={(event) => set({ encloses: event.target.checked })}
          />
          with the pack, not only a link
        </label>
        <Sentences error={work.add.error} />
        <button type="submit" className="act act-first">
          Keep
        </button>
      </form>
    </Dialog>
  );
}

function Line(props: { label: string; value: string; onChange: (value: string) => void }) {
  return (
    <label className="block">
      {props.label}
      <input
        className="field mt-0.5 block w-full"
        value={props.value}
        onChange={(event) => props.onChange(event.target.value)}
      />
    </label>
  );
}

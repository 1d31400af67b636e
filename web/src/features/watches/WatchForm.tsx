import { useState } from 'react';
import type { WatchPage, WatchView } from '../../shared/api/watchTypes';
import { Dialog } from '../../shared/ui/Dialog';
import { Sentences } from '../../shared/ui/Sentences';
import { useWatches, type WatchText } from './useWatches';
import { firesAt } from './Watches';

interface Props {
  data: WatchPage;
  watch: WatchView | null;
  onClose: () => void;
}

const FRESH: WatchText = {
  name: '',
  rule: 'guessing',
  on: false,
  count: 10,
  minutes: 10,
  within: 30,
  quiet: 60,
  expected: '',
  webhook: '',
  secret: '',
  mailTo: '',
};

/** One watch: what makes it fire, and whom it tells. */
export function WatchForm({ data, watch, onClose }: Props) {
  const { keep } = useWatches();
  const [text, setText] = useState<WatchText>(watch ? { ...watch, secret: '' } : FRESH);
  const set = (changes: Partial<WatchText>) => setText({ ...text, ...changes });
  const rule = data.rules.find((one) => one.id === text.rule);
  const standIn = data.standIn;
  const number = (name: 'count' | 'minutes' | 'within' | 'quiet', label: string) => (
    <label className="flex items-center justify-between gap-3">
      {label}
      <input
        type="number"
        min={0}
        className="field w-24"
        value={text[name]}
        onChange={(event) => set({ [name]: Number(event.target.value) })}
      />
    </label>
  );
  const words = (
    name: 'name' | 'expected' | 'webhook' | 'secret' | 'mailTo',
    label: string,
    hint = '',
  ) => (
    <label className="block">
      {label}
      <input
        type={name === 'secret' ? 'password' : 'text'}
        autoComplete="off"
        className="field mt-0.5 w-full"
        placeholder={hint}
        value={text[name]}
        onChange={(event) => set({ [name]: event.target.value })}
      />
    </label>
  );
  return (
    <Dialog title={watch ? `Watch: ${watch.name}` : 'New watch'} onClose={onClose}>
      <form
        className="space-y-2.5 text-sm"
        onSubmit={(event) => {
          event.preventDefault();
          keep.mutate({ id: watch?.id ?? null, text }, { onSuccess: onClose });
        }}
      >
        {words('name', 'Name')}
        <label className="block">
          Check
          <select
            className="field mt-0.5 w-full"
            value={text.rule}
            onChange={(event) => {
              const chosen = data.rules.find((one) => one.id === event.target.value);
              set({
                rule: event.target.value,
                count: chosen?.count ?? text.count,
                minutes: chosen?.minutes ?? text.minutes,
              });
            }}
          >
            {data.rules.map((one) => (
              <option key={one.id} value={one.id}>
                {one.title}
              </option>
            ))}
          </select>
        </label>
        <p className="text-soft">{rule?.why}</p>
        {text.rule === 'unexpected-address' ? (
          words('expected', 'Expected addresses', '10.20.0.0/16, 2001:db8:20::/48')
        ) : (
          <>
            {number('count', text.rule === 'spraying' ? 'accounts' : 'attempts')}
            {number('minutes', 'within minutes')}
            {text.rule === 'guessed' && number('within', 'a success within minutes after them')}
          </>
        )}
        {number('quiet', 'minutes of quiet after an alarm, for the same subject')}
        {words('webhook', 'Webhook (CloudEvents in JSON)', 'https://')}
        {words(
          'secret',
          'Shared secret that signs it',
          watch?.signed ? 'kept; type to replace it' : 'without one it goes unsigned',
        )}
        {words('mailTo', 'Mail to')}
        {standIn && (
          <button
            type="button"
            className="cite"
            onClick={() =>
              set({
                webhook: standIn.webhook,
                secret: standIn.secret,
                mailTo: 'auditor@fennicksound.example',
              })
            }
          >
            use the receivers that came with the demo
          </button>
        )}
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            checked={text.on}
            onChange={(event) => set({ on: event.target.checked })}
          />
          on: fires at {firesAt({ ...text, id: 0, signed: false })}
        </label>
        <Sentences error={keep.error} />
        <button type="submit" className="act act-first">
          Keep the watch
        </button>
      </form>
    </Dialog>
  );
}

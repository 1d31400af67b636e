import { useState } from 'react';
import type { ItemView } from '../../shared/api/certifyTypes';
import { Dialog, Sentences } from '../../shared/ui';
import type { Decision } from './useReview';

/** Decisions that take words. */
export type Wanted = Decision['choice'];

interface Props {
  item: ItemView;
  wanted: Wanted;
  error: unknown;
  onClose: () => void;
  onDecide: (reason: string, to: string) => void;
}

/** A risky item is kept with a reason; a reduced one says to what. */
export function ReasonForm({ item, wanted, error, onClose, onDecide }: Props) {
  const [reason, setReason] = useState('');
  const [to, setTo] = useState('');
  const reduces = wanted === 'reduce';
  return (
    <Dialog title={reduces ? `Reduce ${item.name}` : `Keep ${item.name}`} onClose={onClose}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          onDecide(reason, to);
        }}
      >
        {!reduces && (
          <ul className="list-disc pl-5">
            {item.marks
              .filter((mark) => mark.high)
              .map((mark) => (
                <li key={mark.word + mark.finding}>{mark.why}</li>
              ))}
          </ul>
        )}
        {reduces && (
          <label className="block">
            To which scope or role?
            <input
              className="field mt-0.5 block w-full"
              list="own-scopes"
              autoComplete="off"
              required
              value={to}
              onChange={(event) => setTo(event.target.value)}
            />
            <datalist id="own-scopes">
              {item.scopes
                .filter((scope) => scope !== '')
                .map((scope) => (
                  <option key={scope}>{scope}</option>
                ))}
            </datalist>
          </label>
        )}
        <label className="block">
          {reduces ? 'Why (may stay empty)' : `Why does ${item.who} still need it?`}
          <textarea
            className="field mt-0.5 block w-full"
            rows={3}
            required={!reduces}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
                event.currentTarget.form?.requestSubmit();
              }
            }}
          />
        </label>
        <Sentences error={error} />
        <button type="submit" className="act act-first">
          {reduces ? 'Reduce' : 'Keep'}
        </button>
        <span className="ml-3 text-xs text-soft">Ctrl Enter does the same</span>
      </form>
    </Dialog>
  );
}

import { useState } from 'react';
import type { ItemView } from '../../shared/api/certifyTypes';
import { WordsForm } from '../../shared/ui';
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
  const [to, setTo] = useState('');
  const reduces = wanted === 'reduce';
  return (
    <WordsForm
      title={reduces ? `Reduce ${item.name}` : `Keep ${item.name}`}
      label={reduces ? 'Why (may stay empty)' : `Why does ${item.who} still need it?`}
      required={!reduces}
      act={reduces ? 'Reduce' : 'Keep'}
      error={error}
      onClose={onClose}
      onSend={(reason) => onDecide(reason, to)}
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
    </WordsForm>
  );
}

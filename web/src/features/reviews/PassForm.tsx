import { useState } from 'react';
import type { ItemView } from '../../shared/api/certifyTypes';
import { Dialog, PersonField, Sentences } from '../../shared/ui';

interface Props {
  item: ItemView;
  path: string;
  error: unknown;
  onClose: () => void;
  onPass: (to: string, reason: string) => void;
}

/** Not mine: to whom, and why. */
export function PassForm({ item, path, error, onClose, onPass }: Props) {
  const [to, setTo] = useState('');
  const [reason, setReason] = useState('');
  return (
    <Dialog title={`Not mine: ${item.name} of ${item.who}`} onClose={onClose}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          onPass(to, reason);
        }}
      >
        <PersonField label="Whose is it to decide?" path={path} value={to} onChange={setTo} />
        <label className="block">
          Why is it not yours?
          <input
            className="field mt-0.5 block w-full"
            required
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
        </label>
        <Sentences error={error} />
        <button type="submit" className="act act-first">
          Pass it on
        </button>
      </form>
    </Dialog>
  );
}

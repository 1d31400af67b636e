import { useState } from 'react';
import type { VerdictWord } from '../../shared/api/types';
import { counted } from '../../shared/model/format';
import { Sentences } from '../../shared/ui';

const TITLES: Record<VerdictWord, string> = {
  open: 'Decide again',
  fix: 'Fix',
  accept: 'Accept until a day',
  dismiss: 'Not a finding',
  ask: 'Ask somebody',
};

const HINTS: Record<VerdictWord, string> = {
  open: '',
  fix: '',
  accept: 'Why it may stay, and what makes it tolerable',
  dismiss: 'Why the check is wrong about this',
  ask: 'Whom you asked, and what',
};

interface Props {
  verdict: VerdictWord;
  findings: number;
  error: unknown;
  busy: boolean;
  onSend: (words: { reason: string; approver?: string; until?: string }) => void;
  onCancel: () => void;
}

/** What a decision needs beside the word itself. Escape leaves it, Ctrl-Enter sends it. */
export function DecideForm({ verdict, findings, error, busy, onSend, onCancel }: Props) {
  const [reason, setReason] = useState('');
  const [approver, setApprover] = useState('');
  const [until, setUntil] = useState('');
  const send = () =>
    onSend(verdict === 'accept' ? { reason, approver, until: until || undefined } : { reason });
  return (
    <form
      aria-label={TITLES[verdict]}
      className="border-b border-ink p-4"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
      onKeyDown={(event) => {
        if (event.key === 'Escape') {
          onCancel();
        } else if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
          event.preventDefault();
          send();
        }
      }}
    >
      <h2 className="mb-2 font-semibold">
        {TITLES[verdict]}
        {findings > 1 && `, ${counted(findings, 'finding')}`}
      </h2>
      <textarea
        className="field mb-2 h-16 w-full"
        autoFocus
        required
        aria-label="Reason"
        placeholder={HINTS[verdict]}
        value={reason}
        onChange={(event) => setReason(event.target.value)}
      />
      {verdict === 'accept' && (
        <div className="mb-2 flex gap-2">
          <input
            className="field w-1/2"
            required
            aria-label="Approved by"
            placeholder="Approved by"
            value={approver}
            onChange={(event) => setApprover(event.target.value)}
          />
          <input
            className="field w-1/2"
            type="date"
            required
            aria-label="Until"
            value={until}
            onChange={(event) => setUntil(event.target.value)}
          />
        </div>
      )}
      <Sentences error={error} />
      <div className="mt-2 flex gap-2">
        <button type="submit" className="act act-first" disabled={busy}>
          Decide
        </button>
        <button type="button" className="act" onClick={onCancel}>
          Leave it
        </button>
      </div>
    </form>
  );
}

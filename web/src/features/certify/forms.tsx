import { type ReactNode, useState } from 'react';
import { useParams } from 'react-router';
import type { RoundPage } from '../../shared/api/certifyTypes';
import { counted } from '../../shared/model/format';
import { Dialog, PersonField, Sentences } from '../../shared/ui';
import type { useRound } from './useRounds';

type Work = ReturnType<typeof useRound>;

/** The frame of a small form: what goes wrong stands above its button. */
function Asking(props: {
  title: string;
  button: string;
  error: unknown;
  onClose: () => void;
  onSubmit: () => void;
  children: ReactNode;
}) {
  return (
    <Dialog title={props.title} onClose={props.onClose}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          props.onSubmit();
        }}
      >
        {props.children}
        <Sentences error={props.error} />
        <button type="submit" className="act act-first">
          {props.button}
        </button>
      </form>
    </Dialog>
  );
}

function Words(props: {
  label: string;
  value: string;
  onChange: (words: string) => void;
  required?: boolean;
}) {
  return (
    <label className="block">
      {props.label}
      <textarea
        className="field mt-0.5 block w-full"
        rows={3}
        required={props.required}
        value={props.value}
        onChange={(event) => props.onChange(event.target.value)}
      />
    </label>
  );
}

interface Props {
  work: Work;
  onClose: () => void;
}

export function LettersForm({ work, people, onClose }: Props & { people: string[] }) {
  const [words, setWords] = useState('');
  return (
    <Asking
      title="Write to reviewers"
      button="Send"
      error={work.write.error}
      onClose={onClose}
      onSubmit={() => work.write.mutate({ people, words }, { onSuccess: onClose })}
    >
      <p>
        {people.length === 0
          ? 'Everybody who has not signed off gets a letter with the way to the own items and the due day for the calendar.'
          : 'The letter holds the way to the items and the due day for the calendar.'}{' '}
        Who cannot sign in yet is invited to choose a password.
      </p>
      <Words label="Words of your own (may stay empty)" value={words} onChange={setWords} />
    </Asking>
  );
}

export function DueForm({ work, person, onClose }: Props & { person: string }) {
  const [due, setDue] = useState('');
  return (
    <Asking
      title={person ? 'Another due day for one reviewer' : 'Another due day for everybody'}
      button="Extend"
      error={work.extend.error}
      onClose={onClose}
      onSubmit={() => work.extend.mutate({ due, person }, { onSuccess: onClose })}
    >
      <label className="block">
        Due
        <input
          type="date"
          className="field mt-0.5 block"
          required
          value={due}
          onChange={(event) => setDue(event.target.value)}
        />
      </label>
    </Asking>
  );
}

export function HandoverForm({
  work,
  from,
  name,
  onClose,
}: Props & { from: string; name: string }) {
  const { snapshot } = useParams();
  const [to, setTo] = useState('');
  const [reason, setReason] = useState('');
  const stayed = work.handOver.data?.stayed ?? 0;
  return (
    <Asking
      title={`Hand over what ${name} has left`}
      button="Hand over"
      error={work.handOver.error}
      onClose={onClose}
      onSubmit={() =>
        work.handOver.mutate(
          { from, to, reason },
          { onSuccess: (done) => done.stayed === 0 && onClose() },
        )
      }
    >
      <PersonField
        label="To whom?"
        path={`/api/snapshots/${snapshot}/rounds/people`}
        value={to}
        onChange={setTo}
      />
      <Words label="Why" required value={reason} onChange={setReason} />
      {stayed > 0 && (
        <p>
          Handed over, but {counted(stayed, 'item')} would have been a review of the own access and
          stayed.
        </p>
      )}
    </Asking>
  );
}

export function SealForm({ work, page, onClose }: Props & { page: RoundPage }) {
  const [words, setWords] = useState('');
  const unsigned = page.line.reviewers - page.line.signed;
  const whole = page.line.left === 0 && unsigned === 0;
  return (
    <Asking
      title="Sign off and seal"
      button="Seal the round"
      error={work.seal.error}
      onClose={onClose}
      onSubmit={() => work.seal.mutate(words, { onSuccess: onClose })}
    >
      <p>
        {whole
          ? 'Everything is decided and everybody has signed off.'
          : `${counted(page.line.left, 'item is', 'items are')} not decided, ${counted(unsigned, 'reviewer has', 'reviewers have')} not signed off. They will stand in the report as such.`}{' '}
        A sealed round can only be read; its hash goes into the journal.
      </p>
      <Words
        label={whole ? 'A remark (may stay empty)' : 'Why it is sealed all the same'}
        required={!whole}
        value={words}
        onChange={setWords}
      />
    </Asking>
  );
}

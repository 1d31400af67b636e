import { useState } from 'react';
import type { DoubtView, ReviewPage } from '../../shared/api/certifyTypes';
import { count, counted, minute } from '../../shared/model/format';
import { Sentences } from '../../shared/ui';
import type { useReview } from './useReview';

interface Props {
  page: ReviewPage;
  review: ReturnType<typeof useReview>;
}

/** What is asked back, and the signature. */
export function Finish({ page, review }: Props) {
  const [words, setWords] = useState('');
  const { line, doubts } = page;
  return (
    <main className="min-h-0 max-w-[760px] space-y-6 overflow-y-auto px-5 pt-3 pb-10">
      <section>
        <h2 className="head">Questions to you</h2>
        {doubts.length === 0 ? (
          <p className="py-2 text-soft">Nothing is asked.</p>
        ) : (
          <>
            <p className="py-2 text-sm text-soft">
              Whoever relies on this round has to be able to say how it was decided. A sentence is
              enough; nobody is accused of anything.
            </p>
            {doubts.map((doubt) => (
              <Doubt
                key={doubt.id}
                doubt={doubt}
                locked={line.sealed}
                onAnswer={(said) => review.answer.mutate({ doubt: doubt.id, words: said })}
              />
            ))}
          </>
        )}
        <Sentences error={review.answer.error} />
      </section>
      <section>
        <h2 className="head">Sign-off</h2>
        {line.sealed || line.signed ? (
          <p className="py-2">
            You have signed off {counted(line.items, 'item')}.
            {!line.sealed && ' Changing a decision takes the signature back.'}
          </p>
        ) : (
          <form
            className="space-y-3 py-2"
            onSubmit={(event) => {
              event.preventDefault();
              review.sign.mutate(words);
            }}
          >
            <p>
              {line.left > 0
                ? `${counted(line.left, 'item is', 'items are')} not decided yet.`
                : `All ${count(line.items)} are decided. With your signature you say that you looked at each.`}
            </p>
            <label className="block">
              A remark (may stay empty)
              <textarea
                className="field mt-0.5 block w-full"
                rows={2}
                value={words}
                onChange={(event) => setWords(event.target.value)}
              />
            </label>
            <Sentences error={review.sign.error} />
            <button
              type="submit"
              className="act act-first"
              disabled={line.left > 0 || line.unanswered > 0}
            >
              Sign off {counted(line.items, 'item')}
            </button>
          </form>
        )}
      </section>
    </main>
  );
}

function Doubt({
  doubt,
  locked,
  onAnswer,
}: {
  doubt: DoubtView;
  locked: boolean;
  onAnswer: (words: string) => void;
}) {
  const [words, setWords] = useState(doubt.answer);
  return (
    <form
      className="mb-3 border-l-[3px] border-brass pl-3"
      onSubmit={(event) => {
        event.preventDefault();
        onAnswer(words);
      }}
    >
      <label>
        {doubt.sentence}
        <span className="block text-xs text-soft">
          {minute(doubt.from)}
          {doubt.until !== doubt.from && ` to ${minute(doubt.until)}`}
        </span>
        <textarea
          className="field mt-1 block w-full"
          rows={2}
          disabled={locked}
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
      </label>
      <button type="submit" className="act mt-1" disabled={locked || words === doubt.answer}>
        {doubt.answer ? 'Change the answer' : 'Answer'}
      </button>
    </form>
  );
}

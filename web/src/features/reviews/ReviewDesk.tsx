import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import type { ItemView, ReviewPage } from '../../shared/api/certifyTypes';
import { count, counted } from '../../shared/model/format';
import { Key, Sentences, useKeys, Waiting } from '../../shared/ui';
import { Finish } from './Finish';
import { ItemLine } from './ItemLine';
import { keepable, nextOpen } from './model';
import { PassForm } from './PassForm';
import { ReasonForm, type Wanted } from './ReasonForm';
import { SubjectList } from './SubjectList';
import { type Decision, itemsOf, useReview } from './useReview';

/** One person at a time: what each item lets them do, and whether they still need it. */
export function ReviewDesk() {
  const { round = '' } = useParams();
  const [params, setParams] = useSearchParams();
  const asked = params.get('who');
  const review = useReview(round, asked);
  const subjects = review.page.data?.subjects ?? [];
  // Whoever decides by keys is at the next person before an answer could come.
  useQuery(itemsOf(round, nextOpen(subjects, asked)));
  const first = nextOpen(subjects, null) ?? subjects[0]?.subject ?? null;
  const show = (who: string) => setParams({ who }, { replace: asked === null });
  useEffect(() => {
    if (asked === null && first !== null) {
      setParams({ who: first }, { replace: true });
    }
  }, [asked, first, setParams]);
  const page = review.page.data;
  if (!page) {
    return <Waiting error={review.page.error} what="your items" />;
  }
  return (
    <div className="flex h-[calc(100vh-44px)] flex-col">
      <Head page={page} onFinish={() => show('-')} />
      <div className="grid min-h-0 grow grid-cols-[250px_minmax(0,1fr)]">
        <SubjectList subjects={subjects} doubts={page.doubts} current={asked} onShow={show} />
        {asked === '-' ? (
          <Finish page={page} review={review} />
        ) : (
          review.items.data && (
            <Person
              key={asked}
              page={page}
              items={review.items.data}
              review={review}
              round={round}
              onNext={() => show(nextOpen(subjects, asked) ?? '-')}
            />
          )
        )}
      </div>
    </div>
  );
}

function Head({ page, onFinish }: { page: ReviewPage; onFinish: () => void }) {
  const { line } = page;
  const done = line.items - line.left;
  return (
    <header className="flex flex-wrap items-baseline gap-x-4 border-b border-rule px-5 py-2.5">
      <h1 className="text-[17px] font-semibold">
        <Link to="/reviews" className="text-soft underline">
          Reviews
        </Link>{' '}
        / {line.name}
      </h1>
      <span>
        <progress
          className="progress w-40 align-middle"
          aria-label="Decided"
          value={done}
          max={line.items}
        />{' '}
        {count(done)} of {count(line.items)} decided
      </span>
      <span className={line.overdue ? 'text-oxblood' : 'text-soft'}>
        due {line.due}
        {line.overdue && ', overdue'}
      </span>
      <span className="ml-auto">
        {line.sealed ? (
          <b>sealed: it can only be read</b>
        ) : line.signed ? (
          <b>signed off</b>
        ) : (
          <button
            type="button"
            className={`act ${line.left === 0 ? 'act-first' : ''}`}
            onClick={onFinish}
          >
            Sign off
          </button>
        )}
      </span>
    </header>
  );
}

interface PersonProps {
  page: ReviewPage;
  items: ItemView[];
  review: ReturnType<typeof useReview>;
  round: string;
  onNext: () => void;
}

function Person({ page, items, review, round, onNext }: PersonProps) {
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      items.findIndex((one) => one.choice === ''),
    ),
  );
  const [asking, setAsking] = useState<Wanted | 'pass' | null>(null);
  const current = items[Math.min(at, items.length - 1)];
  const plain = keepable(items);
  const sealed = page.line.sealed;
  const step = () => {
    const next = items.findIndex((one, index) => index > at && one.choice === '');
    setAt(next >= 0 ? next : Math.min(at + 1, items.length - 1));
  };
  const decide = (decision: Decision) =>
    review.decide.mutate(decision, {
      onSuccess: () => {
        setAsking(null);
        step();
      },
    });
  const begin = (choice: Decision['choice']) => {
    if (!current || current.isOwn) {
      return;
    }
    if (choice === 'reduce' || (choice === 'keep' && current.risky)) {
      setAsking(choice);
    } else {
      decide({ items: [current], choice, reason: '', to: '' });
    }
  };
  const keepAll = () =>
    plain.length > 0 && decide({ items: plain, choice: 'keep', reason: '', to: '' });
  useKeys(
    {
      ArrowDown: () => setAt(Math.min(at + 1, items.length - 1)),
      ArrowUp: () => setAt(Math.max(at - 1, 0)),
      k: () => begin('keep'),
      w: () => begin('withdraw'),
      r: () => begin('reduce'),
      n: () => setAsking('pass'),
      u: () => current?.choice && review.undo.mutate([current]),
      a: () => keepAll(),
      ArrowRight: onNext,
    },
    asking === null && !sealed,
  );
  const said = <Sentences error={review.decide.error ?? review.undo.error ?? review.pass.error} />;
  if (!current) {
    return (
      <div className="space-y-3 p-6">
        {said}
        <p>
          Nothing is left here.{' '}
          <button type="button" className="act" onClick={onNext}>
            Next person
          </button>
        </p>
      </div>
    );
  }
  const open = items.filter((one) => one.choice === '').length;
  return (
    <main className="min-h-0 overflow-y-auto px-5 pt-3 pb-10">
      <div className="flex flex-wrap items-baseline gap-x-3 gap-y-1.5">
        <h2 className="text-[20px] leading-[27px]">{current.who}</h2>
        <span className="text-soft">
          {[current.title, current.department].filter(Boolean).join(', ')}
        </span>
        <span className="ml-auto flex gap-2">
          {!sealed && plain.length > 1 && (
            <button type="button" className="act" onClick={keepAll}>
              Keep the {count(plain.length)} without a mark <Key>A</Key>
            </button>
          )}
          <button type="button" className={`act ${open === 0 ? 'act-first' : ''}`} onClick={onNext}>
            Next person <Key>→</Key>
          </button>
        </span>
      </div>
      <p className="mt-1 mb-2 text-sm text-soft">
        {open === 0
          ? `All ${counted(items.length, 'item')} decided.`
          : `${count(open)} of ${counted(items.length, 'item')} to decide.`}{' '}
        Items with a mark are decided one by one.
      </p>
      {said}
      <ol className="border-t border-ink">
        {items.map((item, index) => (
          <ItemLine
            key={item.id}
            item={item}
            current={index === at}
            locked={sealed}
            onFocus={() => setAt(index)}
            onChoose={(choice) => {
              setAt(index);
              if (choice === 'reduce' || (choice === 'keep' && item.risky)) {
                setAsking(choice);
              } else {
                review.decide.mutate(
                  { items: [item], choice, reason: '', to: '' },
                  { onSuccess: step },
                );
              }
            }}
            onPass={() => {
              setAt(index);
              setAsking('pass');
            }}
            onUndo={() => review.undo.mutate([item])}
          />
        ))}
      </ol>
      {asking === 'pass' && (
        <PassForm
          item={current}
          path={`/api/reviews/${round}/people`}
          error={review.pass.error}
          onClose={() => setAsking(null)}
          onPass={(to, reason) =>
            review.pass.mutate({ item: current, to, reason }, { onSuccess: () => setAsking(null) })
          }
        />
      )}
      {asking !== null && asking !== 'pass' && (
        <ReasonForm
          item={current}
          wanted={asking}
          error={review.decide.error}
          onClose={() => setAsking(null)}
          onDecide={(reason, to) => decide({ items: [current], choice: asking, reason, to })}
        />
      )}
    </main>
  );
}

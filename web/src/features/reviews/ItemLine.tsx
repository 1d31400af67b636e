import { useEffect, useRef } from 'react';
import type { ItemView } from '../../shared/api/certifyTypes';
import { Key } from '../../shared/ui';
import { teamWords, useWords, where } from './model';
import type { Decision } from './useReview';

interface Props {
  item: ItemView;
  current: boolean;
  locked: boolean;
  onFocus: () => void;
  onChoose: (choice: Decision['choice']) => void;
  onPass: () => void;
  onUndo: () => void;
}

/** One item: what it lets the person do, what is known of it, and the answers to choose from. */
export function ItemLine({ item, current, locked, onFocus, onChoose, onPass, onUndo }: Props) {
  const line = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (current) {
      line.current?.scrollIntoView({ block: 'nearest' });
    }
  }, [current]);
  const known = [
    useWords(item),
    item.given && `given ${item.given}${item.givenBy ? ` by ${item.givenBy}` : ''}`,
    teamWords(item),
  ].filter(Boolean);
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the arrow keys choose the line
    <li
      ref={line}
      aria-current={current}
      onClick={onFocus}
      className={`grid grid-cols-[minmax(0,1fr)_248px] gap-4 border-b border-l-[3px] border-b-rule py-2.5 pl-3 ${
        current ? 'border-l-brass bg-sheet' : 'border-l-transparent'
      }`}
    >
      <div className="min-w-0">
        <p>
          <b>{item.name}</b> <span className="text-soft">{where(item)}</span>{' '}
          <span className="text-soft">
            · {item.applicationName}, account <span className="id">{item.account}</span>
          </span>
        </p>
        <p>{item.does}</p>
        <p className="text-sm text-soft">{known.join(' · ')}</p>
        {item.lastChoice && (
          <p className="text-sm text-soft">
            Last time: {item.lastChoice}
            {item.lastWords && `, “${item.lastWords}”`}
          </p>
        )}
        {item.marks.length > 0 && (
          <ul className="mt-1 space-y-0.5 text-sm">
            {item.marks.map((mark) => (
              <li key={mark.word + mark.finding + mark.why}>
                <span
                  className={`mr-1.5 border px-1 text-xs ${
                    mark.high
                      ? 'border-oxblood font-semibold text-oxblood'
                      : 'border-rule text-soft'
                  }`}
                >
                  {mark.high ? `risk: ${mark.word}` : mark.word}
                </span>
                {mark.why}
              </li>
            ))}
          </ul>
        )}
        {item.why.startsWith('from ') && (
          <p className="mt-1 text-sm text-soft">Passed to you {item.why}</p>
        )}
      </div>
      <div className="text-sm">
        {item.choice !== '' ? (
          <Decided item={item} locked={locked} onUndo={onUndo} />
        ) : item.isOwn ? (
          <p>
            This is your own access.{' '}
            <button type="button" className="act" onClick={onPass}>
              Pass it on <Key>N</Key>
            </button>
          </p>
        ) : (
          !locked && <Answers item={item} onChoose={onChoose} onPass={onPass} />
        )}
      </div>
    </li>
  );
}

function Decided({
  item,
  locked,
  onUndo,
}: {
  item: ItemView;
  locked: boolean;
  onUndo: () => void;
}) {
  return (
    <>
      <p>
        <b>{item.choice}</b>
        {item.target && ` to ${item.target}`}{' '}
        {!locked && (
          <button type="button" className="act ml-1" onClick={onUndo}>
            Undo <Key>U</Key>
          </button>
        )}
      </p>
      {item.reason && <p className="text-soft">{item.reason}</p>}
    </>
  );
}

function Answers({ item, onChoose, onPass }: Pick<Props, 'item' | 'onChoose' | 'onPass'>) {
  return (
    <div className="grid grid-cols-2 content-start gap-1.5">
      <button
        type="button"
        className="act justify-between whitespace-nowrap"
        onClick={() => onChoose('keep')}
      >
        Keep{item.risky && ' …'} <Key>K</Key>
      </button>
      <button
        type="button"
        className="act justify-between whitespace-nowrap"
        onClick={() => onChoose('withdraw')}
      >
        Withdraw <Key>W</Key>
      </button>
      <button
        type="button"
        className="act justify-between whitespace-nowrap"
        onClick={() => onChoose('reduce')}
      >
        Reduce … <Key>R</Key>
      </button>
      <button type="button" className="act justify-between whitespace-nowrap" onClick={onPass}>
        Not mine … <Key>N</Key>
      </button>
    </div>
  );
}

import type { MarkView } from '../../shared/api/signInTypes';
import { count, counted } from '../../shared/model/format';
import { readable } from './question';

interface Props {
  marks: MarkView[];
  onChoose: (mark: MarkView) => void;
}

const SHOWN = 4;

/** Runs of failures in words; each is a door to its attempts and what came after. */
export function Marks({ marks, onChoose }: Props) {
  if (marks.length === 0) {
    return null;
  }
  const lines = (some: MarkView[]) =>
    some.map((mark) => (
      <li key={`${mark.check}${mark.application}${mark.subject}${mark.from}`}>
        <button
          type="button"
          className="min-h-6 text-left hover:underline"
          onClick={() => onChoose(mark)}
        >
          <span aria-hidden="true" className="text-brass">
            ▼
          </span>{' '}
          <span className="id">{readable(mark.from).slice(0, 16)}</span>{' '}
          {mark.check === 'spraying' ? (
            <>
              <b className="id">{mark.subject}</b> failed against{' '}
              {counted(mark.accounts, 'account')} of {mark.application}
            </>
          ) : (
            <>
              {counted(mark.failures, 'failure')} in a row on <b className="id">{mark.subject}</b> (
              {mark.application})
            </>
          )}
        </button>
      </li>
    ));
  return (
    <div className="px-4 pb-1 text-sm">
      <ul className="flex flex-wrap gap-x-5">{lines(marks.slice(0, SHOWN))}</ul>
      {marks.length > SHOWN && (
        <details>
          <summary className="cursor-pointer text-soft">
            {count(marks.length - SHOWN)} more runs of failures
          </summary>
          <ul className="columns-2">{lines(marks.slice(SHOWN))}</ul>
        </details>
      )}
    </div>
  );
}

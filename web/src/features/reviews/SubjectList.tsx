import type { DoubtView, ReviewSubject } from '../../shared/api/certifyTypes';
import { count } from '../../shared/model/format';

interface Props {
  subjects: ReviewSubject[];
  doubts: DoubtView[];
  current: string | null;
  onShow: (subject: string) => void;
}

/** The people to decide on, each with what is left; the sign-off at the end. */
export function SubjectList({ subjects, doubts, current, onShow }: Props) {
  const open = doubts.filter((one) => one.answer === '').length;
  return (
    <nav aria-label="People" className="min-h-0 overflow-y-auto border-r border-rule py-2">
      {subjects.map((one) => (
        <button
          key={one.subject}
          type="button"
          aria-current={one.subject === current}
          onClick={() => onShow(one.subject)}
          className={`flex w-full items-baseline justify-between gap-2 border-l-[3px] py-1.5 pr-3 pl-3 text-left ${
            one.subject === current
              ? 'border-brass bg-sheet font-semibold'
              : 'border-transparent hover:bg-sheet'
          }`}
        >
          <span className="truncate">{one.who}</span>
          <span
            className={`shrink-0 text-xs font-normal ${one.open > 0 && one.risky > 0 ? 'text-oxblood' : 'text-soft'}`}
          >
            {one.open === 0
              ? 'decided'
              : `${count(one.open)} left${one.risky > 0 ? `, ${count(one.risky)} risky` : ''}`}
          </span>
        </button>
      ))}
      <button
        type="button"
        aria-current={current === '-'}
        onClick={() => onShow('-')}
        className={`mt-2 flex w-full justify-between border-t border-l-[3px] border-t-rule py-2 pr-3 pl-3 text-left ${
          current === '-' ? 'border-l-brass bg-sheet font-semibold' : 'border-l-transparent'
        }`}
      >
        Questions and sign-off
        {open > 0 && <span className="text-xs text-oxblood">{count(open)} asked</span>}
      </button>
    </nav>
  );
}

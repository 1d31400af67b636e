import { count } from '../../shared/model/format';
import { hourWords, OUTCOME_WORDS } from './question';

interface Props {
  week: number[];
  chosen: string;
  onChoose: (hour: string) => void;
}

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** The week by hour: darker is more; a dot says that somebody failed more often than not. */
export function WeekGrid({ week, chosen, onChoose }: Props) {
  const cells = Array.from({ length: 168 }, (_, hour) => week.slice(hour * 4, hour * 4 + 4));
  const totals = cells.map((cell) => cell.reduce((sum, value) => sum + value, 0));
  const most = Math.max(1, ...totals);
  return (
    <section className="pt-3">
      <h3 className="head flex justify-between">
        Week <span className="text-xs font-normal text-soft">by hour, local time</span>
      </h3>
      <table className="mt-1.5 border-separate border-spacing-px">
        <caption className="sr-only">
          Attempts by weekday and hour. Choose a cell to see its attempts alone.
        </caption>
        <thead>
          <tr className="text-[10px] text-soft">
            <td />
            {[0, 6, 12, 18].map((hour) => (
              <th key={hour} scope="colgroup" colSpan={6} className="text-left font-normal">
                {String(hour).padStart(2, '0')}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {DAYS.map((day, row) => (
            <tr key={day}>
              <th scope="row" className="pr-1.5 text-left text-[11px] font-normal text-soft">
                {day}
              </th>
              {cells.slice(row * 24, row * 24 + 24).map((cell, column) => {
                const hour = row * 24 + column;
                const total = totals[hour] ?? 0;
                const failing = (cell[1] ?? 0) + (cell[2] ?? 0) > (cell[0] ?? 0);
                const words = cell
                  .map((value, at) => `${count(value)} ${OUTCOME_WORDS[at]}`)
                  .join(', ');
                return (
                  // biome-ignore lint/a11y/useKeyWithClickEvents: the choice beneath does it by keyboard
                  <td
                    key={hour}
                    title={`${hourWords(hour)}: ${words}`}
                    onClick={() => onChoose(chosen === String(hour) ? '' : String(hour))}
                    className={`relative h-[13px] w-[10.5px] cursor-pointer p-0 ${
                      chosen === String(hour) ? 'outline-2 outline-brass' : ''
                    }`}
                    style={{
                      background: total
                        ? `color-mix(in srgb, var(--color-ink) ${Math.round(12 + 76 * Math.sqrt(total / most))}%, var(--color-sheet))`
                        : 'var(--color-rule-light)',
                    }}
                  >
                    <span className="sr-only">{words}</span>
                    {failing && (
                      <span className="absolute top-[3.5px] left-[2.5px] size-[6px] rounded-full border border-sheet bg-oxblood" />
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <select
        className="field mt-1.5 w-full"
        aria-label="Hour of the week"
        value={chosen}
        onChange={(event) => onChoose(event.target.value)}
      >
        <option value="">all hours of the week</option>
        {totals.map((total, hour) =>
          total > 0 || chosen === String(hour) ? (
            <option key={hourWords(hour)} value={hour}>
              {hourWords(hour)}, {count(total)} attempts
            </option>
          ) : null,
        )}
      </select>
      <p className="mt-1 text-xs text-soft">
        Darker is more, by the square root. A dot: more failures than successes.
      </p>
    </section>
  );
}

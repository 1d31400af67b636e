import type { MatchCounts, MatchView } from '../../shared/api/matchTypes';
import { count } from '../../shared/model/format';

interface Props {
  view: MatchView;
  application: string;
  show: string;
  onShow: (next: { application: string; show: string }) => void;
}

/** Accounts by what matched them and by what is left; every number opens its accounts. */
export function CountsTable({ view, application, show, onShow }: Props) {
  const columns: { show: string; name: string; of: (one: MatchCounts) => number }[] = [
    { show: 'all', name: 'accounts', of: (one) => one.accounts },
    ...view.rules.map((rule) => ({
      show: rule,
      name: rule,
      of: (one: MatchCounts) => one.byRule[rule] ?? 0,
    })),
    { show: 'nobody', name: 'nobody’s', of: (one) => one.nobody },
    { show: 'person', name: 'person unknown', of: (one) => one.person },
    { show: 'owner', name: 'owner wanting', of: (one) => one.owner },
    { show: 'broken', name: 'ground lost', of: (one) => one.broken },
  ];
  const rows = [
    ...view.applications,
    {
      application: '',
      name: 'All applications',
      accounts: 0,
      byRule: {},
      nobody: 0,
      owned: 0,
      person: 0,
      owner: 0,
      broken: 0,
    },
  ];
  const sum = (of: (one: MatchCounts) => number) =>
    view.applications.reduce((all, one) => all + of(one), 0);
  return (
    <div className="px-4 pt-2 pb-3">
      <table className="plain-table" aria-label="How accounts were matched">
        <thead>
          <tr>
            <th scope="col">Application</th>
            {columns.map((column) => (
              <th key={column.show} scope="col" className="num">
                {column.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.application} className={row.application ? '' : 'font-semibold'}>
              <th scope="row" className="!border-rule-light !py-1 !text-sm !text-ink">
                {row.name}
              </th>
              {columns.map((column) => {
                const value = row.application ? column.of(row) : sum(column.of);
                const chosen = application === row.application && show === column.show;
                return (
                  <td key={column.show} className={`num !py-1 ${chosen ? 'bg-selected' : ''}`}>
                    {value === 0 ? (
                      <span className="text-soft">0</span>
                    ) : (
                      <button
                        type="button"
                        className="door"
                        aria-pressed={chosen}
                        onClick={() => onShow({ application: row.application, show: column.show })}
                      >
                        {count(value)}
                      </button>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

import type { AccessApplication } from '../../shared/api/accessTypes';

interface Props {
  application: AccessApplication;
  params: URLSearchParams;
  onSet: (changes: Record<string, string>) => void;
}

/** Filters that compose; each stands in the address. */
export function FilterBar({ application, params, onSet }: Props) {
  const value = (name: string) => params.get(name) ?? '';
  const select = (name: string, label: string, options: [string, string][]) => (
    <select
      className="field max-w-[170px]"
      aria-label={label}
      value={value(name)}
      onChange={(event) => onSet({ [name]: event.target.value })}
    >
      {options.map(([id, words]) => (
        <option key={id} value={id}>
          {words}
        </option>
      ))}
    </select>
  );
  const named = (all: string, names: string[]): [string, string][] => [
    ['', all],
    ...names.map((name): [string, string] => [name, name]),
  ];
  const check = (name: string, label: string) => (
    <label className="flex items-center gap-1.5 whitespace-nowrap">
      <input
        type="checkbox"
        checked={value(name) === 'true'}
        onChange={(event) => onSet({ [name]: event.target.checked ? 'true' : '' })}
      />
      {label}
    </label>
  );
  return (
    <div className="mt-2 flex flex-wrap items-center gap-x-2 gap-y-1.5 text-sm">
      <input
        className="field w-52"
        aria-label="Accounts: a word, or a pasted list of keys"
        placeholder="Accounts: a word, or a pasted list"
        value={value('accounts')}
        onChange={(event) => onSet({ accounts: event.target.value })}
      />
      {select('department', 'Department', named('any department', application.departments))}
      {select('role', 'Role', named('any role', application.roles))}
      {select('state', 'State of the account', [
        ['', 'any state'],
        ['usable', 'usable'],
        ['held', 'held, not usable'],
      ])}
      {check('privileged', 'privileged')}
      <input
        className="field w-44"
        aria-label="Permissions: a word"
        placeholder="Permissions: a word"
        value={value('permissions')}
        onChange={(event) => onSet({ permissions: event.target.value })}
      />
      {select('sensitivity', 'Least sensitivity', [
        ['', 'any sensitivity'],
        ['medium', 'medium and up'],
        ['high', 'high and up'],
        ['critical', 'critical'],
      ])}
      {application.categories.length > 0 &&
        select('category', 'Category', named('any category', application.categories))}
      {check('held', 'only what is held')}
      {select('sort', 'Order of accounts', [
        ['', 'by account'],
        ['count', 'most permissions first'],
        ['department', 'by department'],
        ['alike', 'alike together'],
      ])}
      {select('columns', 'Order of permissions', [
        ['', 'permissions by name'],
        ['count', 'most held first'],
      ])}
      {select('group', 'Grouped by', [
        ['', 'not grouped'],
        ['department', 'grouped by department'],
        ['role', 'grouped by role'],
      ])}
    </div>
  );
}

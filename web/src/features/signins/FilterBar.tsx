import { FACETS, hourWords, OUTCOME_WORDS, OUTCOMES, readable } from './question';

interface Props {
  params: URLSearchParams;
  applications: { id: string; name: string }[];
  programs: number;
  onSet: (changes: Record<string, string>) => void;
}

/** Filters that compose. What was chosen by clicking stands as words that can be taken off again. */
export function FilterBar({ params, applications, programs, onSet }: Props) {
  const value = (name: string) => params.get(name) ?? '';
  const field = (name: string, label: string, width: string) => (
    <input
      key={`${name}${value(name)}`}
      className={`field ${width}`}
      aria-label={label}
      placeholder={label}
      defaultValue={value(name)}
      onBlur={(event) =>
        event.target.value !== value(name) && onSet({ [name]: event.target.value })
      }
      onKeyDown={(event) => event.key === 'Enter' && onSet({ [name]: event.currentTarget.value })}
    />
  );
  return (
    <div className="mt-2 flex flex-wrap items-center gap-x-2 gap-y-1.5 text-sm">
      {field('accounts', 'Accounts: a word, or a list', 'w-44')}
      <select
        className="field max-w-[150px]"
        aria-label="Application"
        value={value('application')}
        onChange={(event) => onSet({ application: event.target.value })}
      >
        <option value="">any application</option>
        {applications.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
      </select>
      <select
        className="field"
        aria-label="Outcome"
        value={value('outcome')}
        onChange={(event) => onSet({ outcome: event.target.value })}
      >
        <option value="">any outcome</option>
        {OUTCOMES.map((outcome, at) => (
          <option key={outcome} value={outcome}>
            {OUTCOME_WORDS[at]}
          </option>
        ))}
        <option value="failure,lockout">failure or lock-out</option>
      </select>
      {field('address', 'Address or range: 10.20.0.0/16', 'w-56')}
      {field('text', 'Any word', 'w-28')}
      {[
        [
          'programs',
          'out',
          `leave out programs${programs ? ` (${programs.toLocaleString('en-US')})` : ''}`,
        ],
        ['privileged', 'true', 'privileged'],
        ['known', 'no', 'in no accounts file'],
      ].map(([name = '', on = '', label]) => (
        <label key={name} className="flex items-center gap-1.5 whitespace-nowrap">
          <input
            type="checkbox"
            checked={value(name) === on}
            onChange={(event) => onSet({ [name]: event.target.checked ? on : '' })}
          />
          {label}
        </label>
      ))}
      <Chosen params={params} onSet={onSet} />
    </div>
  );
}

function Chosen({ params, onSet }: Pick<Props, 'params' | 'onSet'>) {
  const chips: { name: string; words: string; off: Record<string, string> }[] = [];
  const from = params.get('from');
  const until = params.get('until');
  if (from || until) {
    chips.push({
      name: 'time',
      words: `${from ? readable(from) : 'the first'} to before ${until ? readable(until) : 'the end'}`,
      off: { from: '', until: '', zoom: '' },
    });
  }
  const hour = params.get('hour');
  if (hour) {
    chips.push({ name: 'hour', words: hourWords(Number(hour)), off: { hour: '' } });
  }
  const role = params.get('role');
  if (role) {
    chips.push({ name: 'role', words: `holders of ${role}`, off: { role: '' } });
  }
  for (const facet of Object.keys(FACETS)) {
    const said = params.get(facet);
    if (said && !['address', 'application'].includes(facet)) {
      chips.push({ name: facet, words: `${facet}: ${said}`, off: { [facet]: '' } });
    }
  }
  return chips.map((chip) => (
    <button
      key={chip.name}
      type="button"
      className="min-h-6 rounded-[3px] border border-brass bg-brass-wash px-1.5"
      aria-label={`Take off the filter ${chip.words}`}
      onClick={() => onSet(chip.off)}
    >
      {chip.words} <span aria-hidden="true">×</span>
    </button>
  ));
}

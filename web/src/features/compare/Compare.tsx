import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { Link, useParams, useSearchParams } from 'react-router';
import { api } from '../../shared/api/client';
import type { ComparisonView, DifferencePage, KindCount, PlaceView } from '../../shared/api/types';
import { count, counted } from '../../shared/model/format';
import { Sentences, Waiting } from '../../shared/ui';
import { useSnapshots } from '../audits';

const CHANGES = ['came', 'went', 'changed'] as const;
const PAGE = 200;

/** Two as-of dates of one audit: what came, went and changed, and the rows that say so. */
export function Compare() {
  const { snapshot } = useParams();
  const [params] = useSearchParams();
  const snapshots = useSnapshots();
  const current = snapshots.data?.find((one) => String(one.id) === snapshot);
  const others = snapshots.data?.filter(
    (one) => one.audit === current?.audit && one.id !== current?.id,
  );
  const before = others?.find((one) => current && one.asOf < current.asOf) ?? others?.[0];
  const other = params.get('with') ?? String(before?.id ?? '');
  const comparison = useQuery({
    queryKey: ['comparison', snapshot, other],
    queryFn: () => api.get<ComparisonView>(`/api/snapshots/${snapshot}/comparison?with=${other}`),
    enabled: other !== '',
  });
  if (others?.length === 0) {
    return (
      <p className="p-6">
        This audit has one as-of date only. Open the next one from the date at the top; maps and
        requests are taken over.
      </p>
    );
  }
  if (!comparison.data) {
    return <Waiting error={comparison.error ?? snapshots.error} what="the comparison" />;
  }
  const data = comparison.data;
  const differences = data.counts.reduce((sum, one) => sum + one.came + one.went + one.changed, 0);
  return (
    <div className="grid h-full grid-cols-[minmax(420px,5fr)_minmax(0,6fr)]">
      <section className="overflow-auto p-5" aria-label="Counts">
        <h1 className="mb-4 text-[17px] leading-6 font-semibold">
          {counted(differences, 'row differs', 'rows differ')} between {data.beforeAsOf} and{' '}
          {data.nowAsOf}
        </h1>
        <Counts data={data} />
      </section>
      <Rows other={other} data={data} />
    </div>
  );
}

function Counts({ data }: { data: ComparisonView }) {
  const owners = [...new Set(data.counts.map((one) => one.application))];
  return (
    <table className="plain-table">
      <thead>
        <tr>
          <th scope="col">Evidence</th>
          <th scope="col" className="num whitespace-nowrap">
            {data.beforeAsOf}
          </th>
          <th scope="col" className="num whitespace-nowrap">
            {data.nowAsOf}
          </th>
          {CHANGES.map((change) => (
            <th scope="col" key={change} className="num">
              {change}
            </th>
          ))}
        </tr>
      </thead>
      {owners.map((owner) => (
        <tbody key={owner}>
          <tr>
            <th scope="rowgroup" colSpan={6} className="!border-rule !pt-4 !text-sm !text-ink">
              {data.names[owner] ?? 'Whole organisation'}
            </th>
          </tr>
          {data.counts
            .filter((one) => one.application === owner)
            .map((one) => (
              <CountRow key={one.kind} one={one} />
            ))}
        </tbody>
      ))}
    </table>
  );
}

function CountRow({ one }: { one: KindCount }) {
  const [params] = useSearchParams();
  const door = (change: string) => {
    const next = new URLSearchParams(params);
    next.set('application', one.application);
    next.set('kind', one.kind);
    next.set('change', change);
    return `?${next}`;
  };
  const silent =
    one.state === 'only before'
      ? 'missing now: not compared'
      : one.state === 'only now'
        ? 'missing then: not compared'
        : 'a log: counted only';
  return (
    <tr>
      <td>{one.kind}</td>
      <td className="num">{one.state === 'only now' ? '–' : count(one.before)}</td>
      <td className="num">{one.state === 'only before' ? '–' : count(one.now)}</td>
      {one.state === 'compared' ? (
        CHANGES.map((change) => (
          <td key={change} className="num">
            {one[change] === 0 ? (
              <span className="text-soft">0</span>
            ) : (
              <Link className="door" to={door(change)}>
                {count(one[change])}
              </Link>
            )}
          </td>
        ))
      ) : (
        <td colSpan={3} className="text-right text-soft">
          {silent}
        </td>
      )}
    </tr>
  );
}

function Rows({ other, data }: { other: string; data: ComparisonView }) {
  const { snapshot } = useParams();
  const [params, setParams] = useSearchParams();
  const kind = params.get('kind');
  const offset = Number(params.get('offset') ?? 0);
  const query = new URLSearchParams({
    with: other,
    application: params.get('application') ?? '',
    kind: kind ?? '',
    change: params.get('change') ?? '',
    offset: String(offset),
    limit: String(PAGE),
  });
  const page = useQuery({
    queryKey: ['comparison', snapshot, query.toString()],
    queryFn: () => api.get<DifferencePage>(`/api/snapshots/${snapshot}/comparison/rows?${query}`),
    enabled: kind !== null,
    placeholderData: keepPreviousData,
  });
  const turn = (to: number) =>
    setParams((before) => {
      before.set('offset', String(to));
      return before;
    });
  return (
    <section
      className="overflow-auto border-l border-rule bg-sheet p-5"
      aria-label="Rows"
      tabIndex={0}
    >
      <Sentences error={page.error} />
      {kind === null && (
        <p className="text-soft">Choose a number at the left to see the rows behind it.</p>
      )}
      {kind !== null && page.data && (
        <>
          <div className="head flex items-baseline justify-between">
            <h2>
              {kind} of {data.names[params.get('application') ?? ''] ?? 'the organisation'} that{' '}
              {params.get('change')}, {count(page.data.total)}
            </h2>
            {page.data.total > PAGE && (
              <span className="flex gap-2 font-normal">
                <button
                  type="button"
                  className="act"
                  disabled={offset === 0}
                  onClick={() => turn(Math.max(0, offset - PAGE))}
                >
                  Earlier
                </button>
                {count(offset + 1)}–{count(Math.min(offset + PAGE, page.data.total))}
                <button
                  type="button"
                  className="act"
                  disabled={offset + PAGE >= page.data.total}
                  onClick={() => turn(offset + PAGE)}
                >
                  Later
                </button>
              </span>
            )}
          </div>
          <table className="plain-table">
            <tbody>
              {page.data.lines.map((line) => (
                <tr key={line.subject}>
                  <td className="id">{line.subject}</td>
                  <td>
                    {line.fields.map((field) => (
                      <span key={field.field} className="block">
                        <span className="text-soft">{field.field}</span>{' '}
                        <span className="id">{field.before || 'nothing'}</span> →{' '}
                        <span className="id font-semibold">{field.now || 'nothing'}</span>
                      </span>
                    ))}
                  </td>
                  <td className="text-right whitespace-nowrap">
                    <Place place={line.before} when="then" />
                    <Place place={line.now} when="now" />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </section>
  );
}

function Place({ place, when }: { place: PlaceView | null; when: string }) {
  return place ? (
    <Link
      className="cite block"
      to={`/s/${place.snapshot}/gather/${place.evidence}?row=${place.row}`}
    >
      {when} {place.citation} · row {place.row}
    </Link>
  ) : null;
}

import { Fragment } from 'react';
import { Link, useParams } from 'react-router';
import type { FixView } from '../../shared/api/fixTypes';
import { counted, minute } from '../../shared/model/format';
import { Cite, KeyBit } from '../../shared/ui';
import { lossWords, throughWords } from './model';
import { useFixHistory } from './useFixes';

interface Props {
  groups: [string, FixView[]][];
  current: number | null;
  marked: Set<number>;
  open: number | null;
  onMark: (ids: number[], on: boolean) => void;
  onOpen: (id: number | null) => void;
}

/** Fixes by group: what, why, by whom and when, and what a later snapshot says. */
export function FixTable({ groups, current, marked, open, onMark, onOpen }: Props) {
  return (
    <table className="plain-table bg-sheet">
      <thead>
        <tr>
          {['', 'What to do', 'Why', 'Who, and by when', 'State', 'Evidence'].map((head) => (
            <th key={head} scope="col" aria-label={head || 'Mark'}>
              {head}
            </th>
          ))}
        </tr>
      </thead>
      {groups.map(([name, fixes]) => (
        <tbody key={name}>
          <tr className="bg-paper">
            <td>
              <input
                type="checkbox"
                aria-label={`All of ${name}`}
                checked={fixes.every((fix) => marked.has(fix.id))}
                onChange={(event) =>
                  onMark(
                    fixes.map((fix) => fix.id),
                    event.target.checked,
                  )
                }
              />
            </td>
            <th scope="rowgroup" colSpan={5} className="text-left">
              {name}{' '}
              <span className="font-normal text-soft">{counted(fixes.length, 'fix', 'fixes')}</span>
            </th>
          </tr>
          {fixes.map((fix) => (
            <Fragment key={fix.id}>
              <Row
                fix={fix}
                current={fix.id === current}
                marked={marked.has(fix.id)}
                onMark={(on) => onMark([fix.id], on)}
                onOpen={() => onOpen(open === fix.id ? null : fix.id)}
              />
              {open === fix.id && <Opened fix={fix} />}
            </Fragment>
          ))}
        </tbody>
      ))}
    </table>
  );
}

interface RowProps {
  fix: FixView;
  current: boolean;
  marked: boolean;
  onMark: (on: boolean) => void;
  onOpen: () => void;
}

function Row({ fix, current, marked, onMark, onOpen }: RowProps) {
  const [first] = fix.clears;
  return (
    <tr
      aria-current={current}
      ref={(row) => {
        if (current) {
          row?.scrollIntoView({ block: 'nearest' });
        }
      }}
      className={current ? 'bg-selected' : ''}
    >
      <td>
        <input
          type="checkbox"
          aria-label={`Mark ${fix.words}`}
          checked={marked}
          onChange={(event) => onMark(event.target.checked)}
        />
      </td>
      <td className="w-[32%]">
        <button type="button" className="text-left hover:underline" onClick={onOpen}>
          {fix.words}
        </button>
        <div className="flex items-center gap-2 text-xs text-soft">
          <KeyBit severity={fix.severity} word />
          <span>
            {fix.application}
            {fix.who && `, ${fix.who}`}
          </span>
        </div>
      </td>
      <td className="w-[28%] text-sm">
        {first ? first.sentence : fix.source}
        {fix.clears.length > 1 && (
          <span className="text-soft"> and {counted(fix.clears.length - 1, 'more finding')}</span>
        )}
        {fix.takes.used.length > 0 && (
          <div className="text-oxblood">
            {counted(fix.takes.used.length, 'permission')} in use would go
          </div>
        )}
      </td>
      <td className="text-sm">
        {fix.actor || <span className="text-oxblood">nobody</span>}
        <div className={fix.overdue ? 'text-oxblood' : 'text-soft'}>
          <span className="id whitespace-nowrap">{fix.due}</span>
          {fix.overdue && ' overdue'}
        </div>
      </td>
      <td className="text-sm">
        <b className={fix.state === 'came-back' ? 'text-oxblood' : ''}>{fix.stateWords}</b>
        {fix.seenAsOf && (
          <div className="text-xs text-soft">
            {fix.seenAsOf}: {fix.seenWords}
          </div>
        )}
      </td>
      <td>
        <Places fix={fix} />
      </td>
    </tr>
  );
}

/** The row it rests on, and the row of the snapshot that was looked at last: each of its own date. */
function Places({ fix }: { fix: FixView }) {
  const { snapshot } = useParams();
  const dated = fix.place !== null && fix.seenPlace !== null;
  return (
    <>
      {fix.place && (
        <div className="min-h-6">
          {dated && <AsOf day={fix.plannedAsOf} />}
          {String(fix.plannedSnapshot) === snapshot ? (
            <Cite place={fix.place} />
          ) : (
            <CiteIn snapshot={fix.plannedSnapshot} place={fix.place} />
          )}
        </div>
      )}
      {fix.seenPlace && fix.seenSnapshot !== null && (
        <div className="min-h-6">
          {dated && <AsOf day={fix.seenAsOf ?? ''} />}
          <CiteIn snapshot={fix.seenSnapshot} place={fix.seenPlace} />
        </div>
      )}
    </>
  );
}

function AsOf({ day }: { day: string }) {
  return <div className="id text-xs text-soft">{day}</div>;
}

/** A place of another snapshot than the one at hand. */
function CiteIn({ snapshot, place }: { snapshot: number; place: NonNullable<FixView['place']> }) {
  return (
    <Link
      className="cite whitespace-nowrap"
      title={place.file}
      to={`/s/${snapshot}/gather/${place.evidenceId}?row=${place.row}`}
    >
      {place.citation} · row {place.row}
    </Link>
  );
}

/** Everything there is to know of one fix, and what happened to it. */
function Opened({ fix }: { fix: FixView }) {
  const { snapshot } = useParams();
  const history = useFixHistory(fix.id);
  return (
    <tr>
      <td />
      <td colSpan={5}>
        <div className="grid grid-cols-2 gap-6 pb-2 text-sm">
          <div className="space-y-1">
            {fix.clears.map((one) => (
              <p key={one.finding}>
                <Link className="cite" to={`/s/${snapshot}/findings?finding=${one.finding}`}>
                  {one.check}
                </Link>{' '}
                {one.sentence}
              </p>
            ))}
            {fix.note && <p>“{fix.note}”</p>}
            {throughWords(fix.takes) && <p>{throughWords(fix.takes)}</p>}
            {lossWords(fix.takes) && <p className="text-soft">{lossWords(fix.takes)}</p>}
            {fix.takes.used.map((used) => (
              <p key={used.permission} className="text-oxblood">
                {used.permission} was used on {used.day}{' '}
                <span className="id text-soft">
                  {used.file} row {used.row}
                </span>
              </p>
            ))}
          </div>
          <table className="plain-table self-start">
            <tbody>
              {history.data?.map((deed) => (
                <tr key={deed.at + deed.state}>
                  <td className="id whitespace-nowrap">{minute(deed.at)}</td>
                  <td>{deed.by}</td>
                  <td>
                    <b>{deed.state}</b> {deed.words}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </td>
    </tr>
  );
}

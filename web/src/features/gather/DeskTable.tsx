import type { ColumnView, DeskView, DraftView, KindView } from '../../shared/api/types';
import { count } from '../../shared/model/format';
import { setField, setSplit } from './deskDraft';

interface Props {
  view: DeskView;
  kinds: KindView[];
  onChange: (draft: DraftView) => void;
}

/** The file's own cells under its own heads; above them the field, beneath each what we understood. */
export function DeskTable({ view, kinds, onChange }: Props) {
  if (view.columns.length === 0) {
    return (
      <section className="overflow-auto bg-sheet p-4" aria-label="Rows of the file">
        <p className="text-soft">
          No head of columns was found. Say at the right on which line it stands, or which delimiter
          and letters the file has.
        </p>
      </section>
    );
  }
  return (
    <section className="overflow-auto bg-sheet" aria-label="Rows of the file" tabIndex={0}>
      <table className="border-collapse">
        <thead className="sticky top-0 z-10 bg-paper shadow-[inset_0_-1px_0_var(--color-ink)]">
          <tr>
            <th scope="col" className="w-12 border-r border-rule">
              <span className="sr-only">Line</span>
            </th>
            {view.columns.map((column) => (
              <Head
                key={column.position}
                column={column}
                view={view}
                kinds={kinds}
                onChange={onChange}
              />
            ))}
          </tr>
        </thead>
        <tbody>
          {view.titles.map((line) => (
            <tr key={line.number} className="bg-paper text-soft">
              <td className="id border-r border-rule px-2 text-right leading-6">{line.number}</td>
              <td className="id px-2 italic" colSpan={view.columns.length}>
                {line.text}
              </td>
            </tr>
          ))}
          {view.rows.map((row) => (
            <tr key={row.row} className={`align-top ${row.reason ? 'bg-reject-wash' : ''}`}>
              <td
                className={`id border-r border-b border-rule-light px-2 py-1 text-right ${row.reason ? 'font-bold text-oxblood' : 'text-soft'}`}
              >
                {row.row}
              </td>
              {row.cells.map((cell, index) => (
                <td key={index} className="max-w-72 border-r border-b border-rule-light px-2 py-1">
                  <span className="id block truncate whitespace-pre" title={cell.raw}>
                    {cell.raw || '\u00a0'}
                  </span>
                  {cell.read && cell.read !== cell.raw && (
                    <span
                      className={`id block truncate ${cell.state === 'unreadable' ? 'text-oxblood' : 'text-brass'}`}
                      title={cell.read}
                    >
                      {cell.state === 'unreadable' ? 'cannot be read' : cell.read}
                    </span>
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="p-3 text-soft">
        {view.whole && view.rows.length === view.looked
          ? `All ${count(view.looked)} rows are shown.`
          : `The first ${count(view.rows.length)} of ${count(view.looked)} rows looked at are shown.`}
      </p>
    </section>
  );
}

function Head({ column, view, kinds, onChange }: Props & { column: ColumnView }) {
  const fields = [...new Set(column.uses.map((use) => use.field))];
  const known = kinds
    .filter((one) => view.kinds.includes(one.kind))
    .flatMap((one) => one.fields.map((field) => field.name));
  const options = [...new Set(known)];
  const first = fields[0] ?? '';
  const open = column.dateIssue !== null || column.words.some((word) => word.meaning === null);
  const select = (before: string, label: string) => (
    <select
      key={before || 'more'}
      className={`field max-w-36 [field-sizing:content] !py-0.5 ${open && before === first ? '!border-brass bg-brass-wash' : ''} ${before ? '!border-ink font-semibold' : 'text-soft'}`}
      aria-label={label}
      value={before}
      onChange={(event) => onChange(setField(view, column.head, before, event.target.value))}
    >
      <option value="">{before || fields.length === 0 ? 'kept as it is' : 'also …'}</option>
      {options.map((field) => (
        <option key={field} value={field}>
          {field.replaceAll('-', ' ')}
        </option>
      ))}
    </select>
  );
  return (
    <th scope="col" className="border-r border-rule px-2 py-2 text-left align-top font-normal">
      <span className="block font-semibold whitespace-nowrap">
        {column.head || <i className="text-soft">no head</i>}
      </span>
      <span className="flex flex-col items-start gap-1 py-1">
        {select(first, `Field for ${column.head}`)}
        {fields
          .slice(1)
          .map((field) => select(field, `Further field for ${column.head}: ${field}`))}
        {fields.length > 0 && view.kinds.length > 1 && (
          <span>{select('', `One more field for ${column.head}`)}</span>
        )}
      </span>
      <span className="block max-w-44 text-xs text-soft" title={column.uses[0]?.how}>
        {note(column)}
      </span>
      {fields.includes('role') && (
        <label className="text-xs text-soft">
          split at{' '}
          <input
            className="field w-9 !px-1 !py-0"
            defaultValue={view.draft.split.role ?? ''}
            onBlur={(event) =>
              event.target.value !== (view.draft.split.role ?? '') &&
              onChange(setSplit(view, 'role', event.target.value))
            }
          />
        </label>
      )}
    </th>
  );
}

/** What we understood of the column, in a line. */
function note(column: ColumnView): string {
  if (column.dateIssue) {
    return 'day or month first?';
  }
  if (column.proof) {
    return column.proof;
  }
  if (column.words.length > 0) {
    const said = column.words
      .slice(0, 4)
      .map((word) => `${word.word} ${word.meaning === null ? '?' : word.meaning || 'nothing'}`);
    return said.join(' · ') + (column.words.length > 4 ? ' …' : '');
  }
  return column.filled === 0 ? 'empty in all rows' : '';
}

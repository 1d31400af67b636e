import type { Named, Tried } from '../../shared/api/checkTypes';
import { count, counted } from '../../shared/model/format';
import { KeyBit } from '../../shared/ui';

/** What would come and go, each by name. */
export function TriedView({ tried }: { tried: Tried }) {
  return (
    <section aria-label="What the change would do" className="border-l-[3px] border-brass pl-3">
      <p>
        <b className="font-mono">{count(tried.before)}</b> flagged now,{' '}
        <b className="font-mono">{count(tried.after)}</b> then, of {count(tried.tested)} tested:{' '}
        {tried.comes === 0 && tried.goes === 0
          ? 'the same ones.'
          : `${counted(tried.comes, 'finding')} would come, ${count(tried.goes)} would go.`}
      </p>
      <Names title="would come" names={tried.coming} all={tried.comes} />
      <Names title="would go" names={tried.going} all={tried.goes} />
    </section>
  );
}

function Names({ title, names, all }: { title: string; names: Named[]; all: number }) {
  if (names.length === 0) {
    return null;
  }
  return (
    <details className="py-1" open={all <= 12}>
      <summary className="cursor-pointer text-sm text-soft">
        {count(all)} {title}
        {all > names.length && `, the first ${count(names.length)}`}
      </summary>
      <ul className="text-sm">
        {names.map((one) => (
          <li key={`${one.application} ${one.subject} ${one.sentence}`} className="py-0.5">
            <KeyBit severity={one.severity} /> {one.sentence}{' '}
            <span className="text-soft">{one.application}</span>
          </li>
        ))}
      </ul>
    </details>
  );
}

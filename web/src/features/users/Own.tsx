import { useState } from 'react';
import { count } from '../../shared/model/format';
import { Sentences, Waiting } from '../../shared/ui';
import { Sessions } from './Users';
import { useOwn } from './useUsers';

/** What a user sees to alone: second factor, sessions, tokens. */
export function Own() {
  const work = useOwn();
  const own = work.own.data;
  if (!own) {
    return <Waiting error={work.own.error} what="your account" />;
  }
  return (
    <main className="mx-auto max-w-[860px] space-y-7 p-6">
      <h1 className="text-[20px] leading-[27px]">Your account</h1>
      <SecondFactor on={own.asksForCode} work={work} />
      <Tokens work={work} />
      <section>
        <h2 className="head">Where you are signed in: {count(own.sessions.length)}</h2>
        <Sessions sessions={own.sessions} onEnd={(number) => work.end.mutate(number)} />
      </section>
    </main>
  );
}

type Work = ReturnType<typeof useOwn>;

function SecondFactor({ on, work }: { on: boolean; work: Work }) {
  const [code, setCode] = useState('');
  const offer = work.offer.data;
  const done = { onSuccess: () => setCode('') };
  const field = (
    <input
      aria-label="Code"
      className="field id w-28"
      inputMode="numeric"
      autoComplete="one-time-code"
      maxLength={6}
      required
      value={code}
      onChange={(event) => setCode(event.target.value)}
    />
  );
  return (
    <section>
      <h2 className="head">Second factor</h2>
      {on ? (
        <form
          className="flex items-center gap-2 py-2"
          onSubmit={(event) => {
            event.preventDefault();
            work.endCode.mutate(code, done);
          }}
        >
          A code is asked for when you sign in. {field}
          <button type="submit" className="act">
            End it
          </button>
        </form>
      ) : offer ? (
        <form
          className="space-y-2 py-2"
          onSubmit={(event) => {
            event.preventDefault();
            work.prove.mutate(code, done);
          }}
        >
          <p>
            Type this into your authenticator program, or{' '}
            <a className="door" href={offer.address}>
              open it there
            </a>
            : <span className="id">{offer.secret.replace(/(.{4})/g, '$1 ')}</span>
          </p>
          <p className="flex items-center gap-2">
            Then type the code it shows: {field}
            <button type="submit" className="act act-first">
              Switch on
            </button>
          </p>
        </form>
      ) : (
        <p className="py-2">
          None. With one, a password alone does not let anybody in.{' '}
          <button type="button" className="act" onClick={() => work.offer.mutate()}>
            Set one up
          </button>
        </p>
      )}
      <Sentences error={work.offer.error ?? work.prove.error ?? work.endCode.error} />
    </section>
  );
}

function Tokens({ work }: { work: Work }) {
  const [name, setName] = useState('');
  const [mayChange, setMayChange] = useState(false);
  const [endsOn, setEndsOn] = useState('');
  const tokens = work.own.data?.tokens ?? [];
  return (
    <section>
      <h2 className="head">Tokens for your own programs</h2>
      {tokens.length > 0 && (
        <table className="plain-table">
          <tbody>
            {tokens.map((one) => (
              <tr key={one.id}>
                <td>{one.name}</td>
                <td>{one.mayChange ? 'reads and changes' : 'reads'}</td>
                <td>until {one.endsOn}</td>
                <td className="text-soft">
                  {one.usedAt ? `last used ${one.usedAt.slice(0, 10)}` : 'never used'}
                </td>
                <td className="text-right">
                  <button
                    type="button"
                    className="act"
                    onClick={() => work.dropToken.mutate(one.id)}
                  >
                    End
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {work.makeToken.data && (
        <p role="status" className="my-2 border-l-[3px] border-brass bg-sheet px-3 py-2">
          Shown once: <span className="id break-all">{work.makeToken.data.token}</span>
        </p>
      )}
      <form
        className="flex flex-wrap items-center gap-2 py-2 text-sm"
        onSubmit={(event) => {
          event.preventDefault();
          work.makeToken.mutate({ name, mayChange, endsOn }, { onSuccess: () => setName('') });
        }}
      >
        <input
          aria-label="What the token is for"
          className="field"
          placeholder="what it is for"
          required
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <label>
          ends on{' '}
          <input
            type="date"
            className="field"
            required
            value={endsOn}
            onChange={(event) => setEndsOn(event.target.value)}
          />
        </label>
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={mayChange}
            onChange={(event) => setMayChange(event.target.checked)}
          />
          may change things
        </label>
        <button type="submit" className="act">
          Make a token
        </button>
      </form>
      <p className="text-xs text-soft">
        A program sends it as <code className="id">Authorization: Bearer …</code>. It may what you
        may, never more, and neither users nor tokens.
      </p>
      <Sentences error={work.makeToken.error ?? work.dropToken.error} />
    </section>
  );
}

import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../shared/api/client';
import type { Session } from '../../shared/api/userTypes';
import { Sentences } from '../../shared/ui';

const PROVIDER_SAID: Record<string, string> = {
  failed: 'Signing in elsewhere did not succeed. Try again, or use a password.',
  unknown:
    'You were recognised, but nobody with your mail address is a user here. Ask the lead auditor.',
};

export function SignIn({ provider }: { provider: string | null }) {
  const queries = useQueryClient();
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const [codeNeeded, setCodeNeeded] = useState(false);
  const signIn = useMutation({
    mutationFn: async () => {
      const session = await api.post<Session>('/api/session', { name, password, code });
      // Signing in changes the token that later requests must carry.
      await api.get<Session>('/api/session');
      return session;
    },
    onSuccess: (session) =>
      session.codeNeeded ? setCodeNeeded(true) : queries.setQueryData(['session'], session),
  });
  const said = PROVIDER_SAID[new URLSearchParams(location.search).get('provider') ?? ''];
  return (
    <main className="grid min-h-screen place-items-center p-4">
      <form
        className="w-[340px] border-t-2 border-ink bg-sheet p-6"
        onSubmit={(event) => {
          event.preventDefault();
          signIn.mutate();
        }}
      >
        <h1 className="text-[20px] font-semibold">Stale Keys</h1>
        <p className="mb-5 text-soft">Who may open what, and should they still?</p>
        <label className="mb-3 block">
          <span className="mb-1 block text-sm font-semibold">Name</span>
          <input
            className="field w-full"
            autoFocus
            autoComplete="username"
            required
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
        </label>
        <label className="mb-4 block">
          <span className="mb-1 block text-sm font-semibold">Password</span>
          <input
            className="field w-full"
            type="password"
            autoComplete="current-password"
            required
            value={password}
            onChange={(event) => setPassword(event.target.value)}
          />
        </label>
        {codeNeeded && (
          <label className="mb-4 block">
            <span className="mb-1 block text-sm font-semibold">Code of your authenticator</span>
            <input
              className="field id w-full"
              inputMode="numeric"
              autoComplete="one-time-code"
              maxLength={6}
              autoFocus
              required
              value={code}
              onChange={(event) => setCode(event.target.value)}
            />
          </label>
        )}
        {said && <p className="mb-2 text-oxblood">{said}</p>}
        <Sentences error={signIn.error} />
        <button
          type="submit"
          className="act act-first mt-4 w-full justify-center"
          disabled={signIn.isPending}
        >
          Sign in
        </button>
        {provider && (
          <a className="act mt-2 w-full justify-center" href="/oauth2/authorization/provider">
            Use {provider}
          </a>
        )}
        <p className="mt-4 text-xs text-soft">
          The terminal that started Stale Keys shows the first name and password.
        </p>
      </form>
    </main>
  );
}

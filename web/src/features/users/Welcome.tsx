import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../shared/api/client';
import type { Welcomed } from '../../shared/api/userTypes';
import { Sentences } from '../../shared/ui';

/** Choosing a password by invitation. The secret stands behind the `#`, so no log of a server ever has it. */
export function Welcome() {
  const secret = location.hash.slice(1);
  const [password, setPassword] = useState('');
  const whom = useQuery({
    queryKey: ['welcome', secret],
    queryFn: () => api.post<Welcomed>('/api/session/welcome', { secret }),
    retry: false,
  });
  const accept = useMutation({
    mutationFn: () => api.put<void>('/api/session/welcome', { secret, password }),
    onSuccess: () => location.replace('/'),
  });
  return (
    <main className="grid min-h-screen place-items-center p-4">
      <form
        className="w-[360px] border-t-2 border-ink bg-sheet p-6"
        onSubmit={(event) => {
          event.preventDefault();
          accept.mutate();
        }}
      >
        <h1 className="text-[20px] font-semibold">Stale Keys</h1>
        <Sentences error={whom.error ?? accept.error} />
        {whom.data && (
          <>
            <p className="my-4">
              {whom.data.displayName}, you sign in here as <b className="id">{whom.data.name}</b>.
              Choose a password of 12 letters or more.
            </p>
            <label className="mb-4 block">
              <span className="mb-1 block text-sm font-semibold">Password</span>
              <input
                className="field w-full"
                type="password"
                autoFocus
                autoComplete="new-password"
                required
                value={password}
                onChange={(event) => setPassword(event.target.value)}
              />
            </label>
            <button type="submit" className="act act-first w-full justify-center">
              Keep it
            </button>
          </>
        )}
      </form>
    </main>
  );
}

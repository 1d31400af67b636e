import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../shared/api/client';
import { Sentences } from '../../shared/ui';

/** Says in words why a file does not tie out. */
export function Explain({ base, said }: { base: string; said: string }) {
  const queries = useQueryClient();
  const [words, setWords] = useState(said);
  const save = useMutation({
    mutationFn: () => api.put(`${base}/explanation`, { words }),
    onSuccess: () => queries.invalidateQueries(),
  });
  return (
    <form
      className="ml-auto flex grow items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate();
      }}
    >
      <input
        className="field min-w-48 grow"
        aria-label="Why the rows are not as many as declared"
        placeholder="Why? For instance: the desk counted three test users that it then left out"
        value={words}
        onChange={(event) => setWords(event.target.value)}
      />
      <button
        type="submit"
        className="act act-first"
        disabled={save.isPending || words.trim() === said}
      >
        Keep
      </button>
      <Sentences error={save.error} />
    </form>
  );
}

import { useQuery } from '@tanstack/react-query';
import { useId, useState } from 'react';
import type { PersonHit } from '../api/certifyTypes';
import { api } from '../api/client';

interface Props {
  label: string;
  /** Where people are asked for: `q` is added to it. */
  path: string;
  value: string;
  onChange: (person: string) => void;
}

/** Somebody of the roster, found by a part of the name or by the id. */
export function PersonField({ label, path, value, onChange }: Props) {
  const list = useId();
  const [text, setText] = useState(value);
  const found = useQuery({
    queryKey: [path, 'people', text],
    queryFn: () => api.get<PersonHit[]>(`${path}?q=${encodeURIComponent(text)}`),
    enabled: text.length > 1,
  });
  const chosen = found.data?.find((one) => one.id === value);
  return (
    <label className="block">
      {label}
      <input
        className="field mt-0.5 block w-full"
        list={list}
        autoComplete="off"
        placeholder="a part of a name, or an id"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          onChange(event.target.value.split(' · ')[0] ?? '');
        }}
      />
      <datalist id={list}>
        {found.data?.map((one) => (
          <option key={one.id} value={`${one.id} · ${one.name}`}>
            {one.department}
          </option>
        ))}
      </datalist>
      {chosen && (
        <span className="text-xs text-soft">
          {chosen.name}, {chosen.title || chosen.department}
        </span>
      )}
    </label>
  );
}

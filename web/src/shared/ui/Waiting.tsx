import { Sentences } from './Sentences';

/** Stands where something is still to come, or says why it cannot. */
export function Waiting({ error, what }: { error: unknown; what: string }) {
  return error ? (
    <div className="p-6">
      <Sentences error={error} />
    </div>
  ) : (
    <p className="p-6 text-soft" role="status">
      Fetching {what} …
    </p>
  );
}

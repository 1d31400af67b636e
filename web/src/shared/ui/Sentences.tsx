import { sentences } from '../api/client';

/** What went wrong, in the server's sentences; said to screen readers at once. */
export function Sentences({ error }: { error: unknown }) {
  if (!error) {
    return null;
  }
  return (
    <div role="alert" className="border-l-[3px] border-oxblood bg-reject-wash px-3 py-2">
      {sentences(error).map((sentence) => (
        <p key={sentence} className="break-words">
          {sentence}
        </p>
      ))}
    </div>
  );
}

import { type ReactNode, useState } from 'react';
import { Dialog } from './Dialog';
import { Sentences } from './Sentences';

interface Props {
  title: string;
  /** What the words are asked for. */
  label: string;
  /** Whether there have to be some. */
  required: boolean;
  /** What the button says. */
  act: string;
  error: unknown;
  onClose: () => void;
  onSend: (words: string) => void;
  children?: ReactNode;
}

/** A small form that ends in words. Ctrl Enter sends it from there. */
export function WordsForm(props: Props) {
  const [words, setWords] = useState('');
  return (
    <Dialog title={props.title} onClose={props.onClose}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          props.onSend(words);
        }}
      >
        {props.children}
        <label className="block">
          {props.label}
          <textarea
            className="field mt-0.5 block w-full"
            rows={3}
            required={props.required}
            value={words}
            onChange={(event) => setWords(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
                event.currentTarget.form?.requestSubmit();
              }
            }}
          />
        </label>
        <Sentences error={props.error} />
        <button type="submit" className="act act-first">
          {props.act}
        </button>
        <span className="ml-3 text-xs text-soft">Ctrl Enter does the same</span>
      </form>
    </Dialog>
  );
}

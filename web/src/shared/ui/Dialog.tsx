import { type ReactNode, useEffect, useRef } from 'react';

/** A sheet over the page; Escape and a click beside it close it, focus goes back where it was. */
export function Dialog({
  title,
  onClose,
  children,
}: {
  title: string;
  onClose: () => void;
  children: ReactNode;
}) {
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    dialog.current?.showModal();
    // The browser would put the focus on the button that closes.
    dialog.current?.querySelector<HTMLElement>('input, textarea, select')?.focus();
  }, []);
  return (
    <dialog
      ref={dialog}
      aria-label={title}
      onClose={onClose}
      className="m-auto w-[560px] max-w-[92vw] rounded-[3px] border border-ink bg-sheet p-0 text-ink backdrop:bg-black/30"
    >
      <div className="flex items-center justify-between border-b border-rule px-4 py-2.5">
        <h2 className="text-[17px] font-semibold">{title}</h2>
        <button type="button" className="act" onClick={() => dialog.current?.close()}>
          Close
        </button>
      </div>
      <div className="max-h-[70vh] overflow-auto p-4">{children}</div>
    </dialog>
  );
}

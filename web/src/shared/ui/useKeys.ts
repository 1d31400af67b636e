import { useEffect, useRef } from 'react';

/** Whether a key press belongs to something the user is typing in. Nobody types in a box to be ticked. */
function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    !(target instanceof HTMLInputElement && target.type === 'checkbox') &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
  );
}

/**
 * Calls the handler of a key pressed anywhere on the page, but not while the user types, and not
 * together with Ctrl, Alt or Meta, which belong to the browser.
 */
export function useKeys(handlers: Record<string, () => void>, enabled = true) {
  const latest = useRef(handlers);
  latest.current = handlers;
  useEffect(() => {
    if (!enabled) {
      return;
    }
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) {
        return;
      }
      const handler = latest.current[event.key];
      if (handler) {
        event.preventDefault();
        handler();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [enabled]);
}

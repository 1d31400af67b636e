/** The key that does what the button says. */
export function Key({ children }: { children: string }) {
  return (
    <kbd className="rounded-[3px] border border-current px-1 font-mono text-[11px] leading-4">
      {children}
    </kbd>
  );
}

import { useEffect, useRef } from 'react';

/** A panel that shows what is selected at its top: brought into view when it is selected elsewhere, not while one works here. */
export function useAtTop(selected: string | null) {
  const ref = useRef<HTMLDivElement>(null);
  const before = useRef(selected);
  useEffect(() => {
    if (selected === before.current) return;
    before.current = selected;
    const here = ref.current?.contains(document.activeElement);
    if (selected !== null && !here) ref.current?.scrollTo({ top: 0 });
  }, [selected]);
  return ref;
}

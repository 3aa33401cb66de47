/** What is selected in a picture that is looked at, and told to the others who do: an item or a line. */
import { useState } from 'react';
import type { Pin } from '../../core/remarks';
import { sayWhere } from '../together/state';

export function useSelected() {
  const [item, setItem] = useState<string | null>(null);
  const [edge, setEdge] = useState<string | null>(null);
  const select = (next: string | null) => {
    setItem(next);
    setEdge(null);
    sayWhere(next);
  };
  const selectEdge = (key: string) => {
    setItem(null);
    setEdge(key);
  };
  /** What a remark is pinned to. */
  const goTo = (pin: Pin) => {
    if ('edge' in pin) selectEdge(pin.edge);
    else select('item' in pin ? pin.item : 'branch' in pin ? pin.branch : null);
  };
  return { item, edge, select, selectEdge, goTo };
}

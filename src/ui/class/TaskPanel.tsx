/** What is to be done, in the editor: what the task leaves as it is can't be changed there. */
import { useEffect } from 'react';
import { closedTo } from '../../core/chart';
import { guardChanges } from '../editor/state/store';
import type { AtWork } from './at-work';
import { TaskCard } from './TaskCard';
import { words } from './words';

export function TaskPanel({ at }: { at: AtWork }) {
  useEffect(() => {
    guardChanges((change) => (closedTo(change, at.parts) ? words.notInTask : undefined));
    return () => guardChanges(undefined);
  }, [at]);
  return <TaskCard at={at} />;
}

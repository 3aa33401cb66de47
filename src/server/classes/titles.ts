/** Longest title of a chart. */
const MOST = 200;

/** The title of a learner's work: their name stands in it by itself. */
export function titleFor(task: string, name: string): string {
  const whole = `${task} - ${name}`;
  // Of a long one it is the task that is cut: whose it is must be seen.
  return whole.length <= MOST
    ? whole
    : `${task.slice(0, Math.max(1, MOST - name.length - 4))}… - ${name}`.slice(0, MOST);
}

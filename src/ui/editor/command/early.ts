/** What is typed before the command field is there: whoever opens it goes on typing, and nothing of it is lost. */
interface Early {
  readonly text: string;
  /** Enter came after it. */
  readonly done: boolean;
}
const NONE: Early = { text: '', done: false };
let early = NONE;

function key(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey || document.querySelector('dialog[open]')) return;
  if (event.key === 'Enter') early = { ...early, done: true };
  else if (event.key === 'Backspace') early = { ...early, text: early.text.slice(0, -1) };
  else if (event.key.length === 1) early = { ...early, text: early.text + event.key };
  else return;
  event.preventDefault();
  event.stopPropagation();
}

/** Keeps what is typed from now on, until it is taken. */
export function keepEarly(): void {
  early = NONE;
  window.addEventListener('keydown', key, true);
}

export function takeEarly(): Early {
  window.removeEventListener('keydown', key, true);
  const taken = early;
  early = NONE;
  return taken;
}

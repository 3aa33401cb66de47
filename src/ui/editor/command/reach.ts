/** Leads to a setting of the open stage by its words: opens what it is folded in, brings it into view, gives it the keyboard. */

/** The panel is drawn within so many frames after its stage was opened. */
const FRAMES = 20;
const LIT_MS = 1_600;

const wordsOf = (element: Element) => (element.textContent ?? '').replace(/\s+/g, ' ').trim();

function find(label: string): HTMLElement | undefined {
  const panel = document.getElementById('panel');
  const all = [...(panel?.querySelectorAll<HTMLElement>('label, legend, summary, button, h3, [aria-label]') ?? [])];
  const named = (element: HTMLElement) => element.getAttribute('aria-label') ?? wordsOf(element);
  return (
    all.find((element) => named(element) === label) ??
    all.find((element) => named(element).startsWith(label) && !element.matches('[role=region], section'))
  );
}

/** The control that words belong to. */
function controlOf(element: HTMLElement): HTMLElement {
  if (element instanceof HTMLLabelElement && element.control) return element.control;
  if (element instanceof HTMLLegendElement) {
    const own = element.closest('fieldset');
    return own?.querySelector<HTMLElement>('input:checked, input, select, button') ?? element;
  }
  if (element.matches('h3')) {
    const next = element.parentElement?.querySelector<HTMLElement>('button, input, select, summary');
    return next ?? element;
  }
  return element;
}

export function reach(label: string, frames = FRAMES): void {
  requestAnimationFrame(() => {
    const element = find(label);
    if (!element) {
      if (frames > 0) reach(label, frames - 1);
      return;
    }
    for (let at: Element | null = element; at; at = at.parentElement)
      if (at instanceof HTMLDetailsElement && !(element.tagName === 'SUMMARY' && element.parentElement === at))
        at.open = true;
    if (element.tagName === 'SUMMARY') (element.parentElement as HTMLDetailsElement).open = true;
    element.scrollIntoView({ block: 'center' });
    controlOf(element).focus({ preventScroll: true });
    element.setAttribute('data-reached', '');
    setTimeout(() => element.removeAttribute('data-reached'), LIT_MS);
  });
}

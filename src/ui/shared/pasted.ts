/** What was pasted, as it is taken in. */
export interface Pasted {
  readonly text: string;
  /** Cells and lists of a document keep their levels only in this form. */
  readonly html: string;
  readonly file: File | undefined;
}

export const pastedFrom = (data: DataTransfer): Pasted => ({
  text: data.getData('text/plain'),
  html: data.getData('text/html'),
  file: data.files[0],
});

/** Whether what is pasted goes into a field of its own. */
export const isField = (target: EventTarget | null): boolean =>
  target instanceof HTMLTextAreaElement ||
  (target instanceof HTMLInputElement && !['radio', 'checkbox', 'range', 'file', 'button'].includes(target.type)) ||
  (target instanceof HTMLElement && target.isContentEditable);

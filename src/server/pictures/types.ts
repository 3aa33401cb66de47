export const pictureTypes = {
  svg: 'image/svg+xml',
  png: 'image/png',
  webp: 'image/webp',
  pdf: 'application/pdf',
  html: 'text/html',
  docx: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
  pptx: 'application/vnd.openxmlformats-officedocument.presentationml.presentation',
} as const;
/** Files of several pages: all pages of a chart that goes over several are in them. */
export const inPages = (type: string): boolean =>
  type === pictureTypes.pdf || type === pictureTypes.pptx || type === pictureTypes.docx;
export type PictureType = (typeof pictureTypes)[keyof typeof pictureTypes];
/** Dots an inch that can be asked for. */
/** Dots that a picture can be asked to be wide. */
export const WIDTH = { least: 16, most: 20_000 };
export const DPI = { least: 24, most: 600, initial: 96, document: 220 };

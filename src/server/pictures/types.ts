export const pictureTypes = { svg: 'image/svg+xml', png: 'image/png', pdf: 'application/pdf' } as const;
export type PictureType = (typeof pictureTypes)[keyof typeof pictureTypes];
/** Dots an inch that can be asked for. */
export const DPI = { least: 24, most: 600, initial: 96 };

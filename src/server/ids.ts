import { customAlphabet } from 'nanoid';

/** Ids of charts and items: letters and digits only, about 119 bits, so that they can't be guessed or collide. */
export const newId = customAlphabet('0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz', 20);

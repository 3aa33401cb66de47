import { version as number } from '../../package.json';

export const version: string = number;

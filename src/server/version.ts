import { version as number } from '../../package.json';

export const version: string = number;
/** Of which sources this was built: pictures and other answers that are kept follow from it too. */
export const build: string = typeof __BUILD__ === 'string' ? __BUILD__ : 'dev';

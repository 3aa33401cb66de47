/** Secrets that are handed out and come back: only their hash is kept. */
import { createHash, randomBytes } from 'node:crypto';

/** 256 bits from the system's source of chance, in letters that addresses and cookies may have. */
export const newToken = (): string => randomBytes(32).toString('base64url');
export const tokenHash = (token: string): Buffer => createHash('sha256').update(token).digest();

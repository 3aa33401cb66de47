import { localAccount } from './db';

/** Who asks: made once for each request, at the door, and passed down to all that is done for it. */
export interface Who {
  /** The account in whose name all is read and written. */
  readonly account: string;
  /** Whoever it is that asks, for taking turns: the account and the address that it comes from. */
  readonly caller: string;
  /** Names the request in the log. */
  readonly request: string;
}

interface Asking {
  readonly locals: { readonly requestId?: string; readonly address?: string };
}

/** @throws where the database can't be asked */
export async function whoAsks({ locals }: Asking): Promise<Who> {
  const account = await localAccount();
  return { account, caller: `${account} ${locals.address ?? ''}`, request: locals.requestId ?? '' };
}

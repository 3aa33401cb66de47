/** Shares of something, as the dialog works on them. */
import { useEffect, useState } from 'react';
import type { May } from '../../core/may';
import type { AskedShare, Share } from '../../server/access';
import { call } from '../shared/api';

export type { AskedShare, May, Share };
export const NAMED = ['person', 'group'] as const;
export const nameOf = ({ with: whom }: Share): string => ('name' in whom ? whom.name : '');
export const isNamed = ({ with: whom }: Share): boolean => 'name' in whom;

export interface Shares {
  /** Undefined until they are here. */
  readonly all: readonly Share[] | undefined;
  /** What went wrong last. */
  readonly wrong: string;
  readonly add: (asked: AskedShare) => Promise<(Share & { url?: string }) | undefined>;
  readonly change: (id: string, asked: Partial<AskedShare>) => Promise<boolean>;
  readonly end: (id: string) => Promise<boolean>;
}

/** @param address of what is shared, such as "/api/charts/x" */
export function useShares(address: string): Shares {
  const [all, setAll] = useState<readonly Share[]>();
  const [wrong, setWrong] = useState('');
  const at = `${address}/shares`;
  const load = async () => {
    const answer = await call<{ shares: Share[] }>('GET', at);
    if (answer.ok) setAll(answer.value.shares);
    else setWrong(answer.detail);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each address
  useEffect(() => void load(), [at]);
  /** One call that changes them, then all anew. */
  async function act<T>(method: string, path: string, body?: unknown): Promise<T | undefined> {
    const answer = await call<T>(method, path, body);
    setWrong(answer.ok ? '' : answer.detail);
    await load();
    return answer.ok ? (answer.value ?? ({} as T)) : undefined;
  }
  return {
    all,
    wrong,
    add: (asked) => act<Share & { url?: string }>('POST', at, asked),
    change: async (id, asked) => (await act('PATCH', `${at}/${id}`, asked)) !== undefined,
    end: async (id) => (await act('DELETE', `${at}/${id}`)) !== undefined,
  };
}

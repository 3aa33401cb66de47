import { useEffect, useState } from 'react';
import { call } from '../shared/api';

/** A list that is fetched, worked on by calls, and fetched anew after each. */
export function useList<T>(address: string, key: string) {
  const [all, setAll] = useState<readonly T[]>([]);
  const [wrong, setWrong] = useState('');
  const load = async () => {
    const answer = await call<Record<string, T[]>>('GET', address);
    if (answer.ok) setAll(answer.value[key] ?? []);
    else setWrong(answer.detail);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each address
  useEffect(() => void load(), [address]);
  /** @returns whether it was done */
  const act = async (method: string, path: string, body?: unknown): Promise<boolean> => {
    const answer = await call(method, path, body);
    setWrong(answer.ok ? '' : answer.detail);
    await load();
    return answer.ok;
  };
  return { all, wrong, load, act };
}

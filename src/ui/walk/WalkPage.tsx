/** The walk-through as a page of its own: nothing of the editor, and nothing that could change the chart. */
import { useEffect, useState } from 'react';
import type { Scene } from '../../core/scene';
import type { WalkThrough } from '../../core/walk-through';
import { composeWorker } from '../shared/composer';
import { Walk } from './Walk';
import { walkWords as words } from './words';

type State = 'loading' | 'missing' | 'none' | { readonly scene: Scene; readonly walk: WalkThrough };

async function fetched(id: string): Promise<State> {
  const answer = await fetch(`/api/charts/${id}`);
  if (!answer.ok) return 'missing';
  const { chart } = (await answer.json()) as { chart: Parameters<ReturnType<typeof composeWorker>['walkThrough']>[0] };
  return (await composeWorker().walkThrough(chart)) ?? 'none';
}

export function WalkPage({ id, title }: { id: string; title: string }) {
  const [state, setState] = useState<State>('loading');
  useEffect(() => {
    fetched(id).then(setState, () => setState('missing'));
  }, [id]);
  return (
    <main className="flex h-screen flex-col">
      <header className="flex items-center gap-3 border-b border-rule px-5 py-2">
        <h1 className="flex-1 text-lg">{title}</h1>
        <a className="text-[13px] underline" href={`/chart/${id}`}>
          {words.edit}
        </a>
      </header>
      {typeof state === 'string' ? (
        <p role="status" className="p-6">
          {words[state]}
        </p>
      ) : (
        <Walk scene={state.scene} walk={state.walk} />
      )}
    </main>
  );
}

import { useEffect } from 'react';
import { type Me, useEditor } from './state/store';

/** Says that whoever works here is here; where they are alone nothing is said, and nothing of it fetched. */
export function useTogetherHere({ id, me }: { readonly id: string; readonly me: Me | null }): void {
  useEffect(() => {
    if (!me) return undefined;
    let over = false;
    let leave: () => void = () => undefined;
    const begin = ({ beginTogether, sayWhere }: typeof import('../together/state')) => {
      if (over) return;
      const end = beginTogether({ id, account: me.id, may: me.owns ? 'own' : 'edit', learner: me.at !== undefined });
      const unfollow = useEditor.subscribe(({ selected }) => sayWhere(selected));
      leave = () => {
        unfollow();
        end();
      };
    };
    // Without a connection nobody else is seen: that is no error.
    void import('../together/state').then(begin, () => undefined);
    return () => {
      over = true;
      leave();
    };
  }, [id, me]);
}

import { useEffect, useRef, useState } from 'react';

/** A browser opens six connections to a server: the pictures of a page leave most of them to what is done on it. */
const MOST = 2;
const waiting: (() => void)[] = [];
let busy = 0;

/** Runs `work` when it is its turn. @returns the function that gives the turn up */
function inTurn(work: () => Promise<void>): () => void {
  const begin = () => {
    busy++;
    void work().finally(() => {
      busy--;
      waiting.shift()?.();
    });
  };
  if (busy < MOST) begin();
  else waiting.push(begin);
  return () => {
    const at = waiting.indexOf(begin);
    if (at >= 0) waiting.splice(at, 1);
  };
}

/** The picture of a chart on its card, fetched when it comes into view. @param address changes when its chart does */
export function CardPicture({ address }: { address: string }) {
  const image = useRef<HTMLImageElement>(null);
  const [shown, setShown] = useState<string>();
  useEffect(() => {
    const given = new AbortController();
    let giveUp = () => {};
    const seen = new IntersectionObserver(
      (entries) => {
        if (!entries.some(({ isIntersecting }) => isIntersecting)) return;
        seen.disconnect();
        giveUp = inTurn(async () => {
          try {
            const answer = await fetch(address, { signal: given.signal, headers: { priority: 'u=5' } });
            const picture = answer.ok ? await answer.blob() : undefined;
            if (picture && !given.signal.aborted) setShown(URL.createObjectURL(picture));
          } catch {
            // The card says what it is without its picture.
          }
        });
      },
      { rootMargin: '400px' },
    );
    seen.observe(image.current!);
    return () => {
      seen.disconnect();
      giveUp();
      given.abort();
    };
  }, [address]);
  return (
    <img
      ref={image}
      src={shown}
      alt=""
      // Without a picture yet, browsers would draw a frame.
      className={`aspect-[3/2] w-full object-contain p-2 ${shown ? '' : 'invisible'}`}
      // Given back once it is drawn: before, a picture that goes while it is drawn would be an error of the page.
      onLoad={() => URL.revokeObjectURL(shown ?? '')}
    />
  );
}

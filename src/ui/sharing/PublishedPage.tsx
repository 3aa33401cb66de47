/** The published page of a chart: its address, and how its picture gets into other pages. */
import { Button, Tick } from '../shared/controls';
import { Copied } from './Copied';
import type { Shares } from './shares';
import { words } from './words';

export function PublishedPage({
  shares,
  without,
  view,
}: {
  shares: Shares;
  without: readonly string[];
  /** The one view that it shows; the chart where absent. */
  view?: string;
}) {
  const share = shares.all?.find((one) => 'page' in one.with && one.view === (view ?? null));
  const address = share && 'page' in share.with ? location.origin + share.with.page : undefined;
  return (
    <section aria-label={words.page} className="flex flex-col gap-2">
      <h3 className="font-semibold">{words.page}</h3>
      <p className="text-[13px] text-quiet">{words.pageAbout}</p>
      {!share || !address ? (
        <div>
          <Button
            onClick={() => void shares.add({ page: true, may: 'look', without: [...without], ...(view && { view }) })}
          >
            {words.publish}
          </Button>
        </div>
      ) : (
        <>
          <Copied label={words.address} text={address} />
          <Copied
            label={words.embed}
            text={`<iframe src="${address}" width="960" height="600" style="border:0" loading="lazy"></iframe>`}
          />
          <Copied label={words.picture} text={`${address}/picture.png?width=1600`} />
          <Tick
            label={words.listed}
            value={share.listed}
            onChange={(listed) => void shares.change(share.id, { listed })}
          />
          <div className="flex gap-2">
            <a className="self-center text-[13px] underline" href={address} target="_blank" rel="noreferrer">
              {words.open}
            </a>
            <Button onClick={() => void shares.end(share.id)}>{words.unpublish}</Button>
          </div>
        </>
      )}
    </section>
  );
}

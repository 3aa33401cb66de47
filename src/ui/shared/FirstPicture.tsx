/** A chart as the server draws it: seen before the page can draw by itself, at the same place. */

/** Drawings of longer charts are larger than all of the page. */
export const MOST_PICTURED = 2_000;

/**
 * @param id absent: there is no picture to wait with
 * @param whole it stands in for the whole screen; else for what shows the page in it
 */
export function FirstPicture({ id, whole = false }: { id?: string | undefined; whole?: boolean }) {
  const picture = id !== undefined && (
    <img
      data-first-picture
      src={`/api/charts/${id}/picture?as=svg`}
      alt=""
      // The tier rail stands beside it.
      className="absolute inset-y-0 right-0 left-28 h-full w-[calc(100%-112px)] object-contain p-4"
    />
  );
  // As wide as the stages and the list are to begin with, as high as the top line.
  return whole ? (
    <div className="fixed inset-0 bg-paper" aria-busy>
      <div className="absolute inset-x-0 top-0 h-12 border-b border-rule bg-sheet" />
      <div className="absolute top-12 bottom-0 left-0 w-[421px] max-w-[60vw] border-r border-rule bg-sheet" />
      <div className="absolute top-12 right-0 bottom-[30px] left-[min(421px,60vw)]">{picture}</div>
    </div>
  ) : (
    picture
  );
}

import * as Tooltip from '@radix-ui/react-tooltip';

/** A word that not everybody knows, with a sentence on hover and focus. */
export const Explain = ({ about, of }: { about: string; of: string }) => (
  <Tooltip.Provider delayDuration={150}>
    <Tooltip.Root>
      <Tooltip.Trigger
        type="button"
        aria-label={`${of}: ${about}`}
        className="ml-1 inline-grid size-[24px] flex-none place-items-center rounded-full align-middle text-xs text-quiet hover:bg-tint hover:text-plum"
      >
        <span aria-hidden className="grid size-4 place-items-center rounded-full border border-current leading-none">
          i
        </span>
      </Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content
          sideOffset={4}
          collisionPadding={8}
          className="z-50 max-w-72 rounded bg-ink px-3 py-2 text-[13px] text-sheet"
        >
          {about}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  </Tooltip.Provider>
);

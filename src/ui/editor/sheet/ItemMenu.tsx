/** The menu of what can be done at a place of the sheet, opened by the other mouse button, the menu key or a long touch. */
import * as DropdownMenu from '@radix-ui/react-dropdown-menu';
import type { Action } from '../actions';

export interface MenuPlace {
  /** Within the sheet, in pixels. */
  readonly x: number;
  readonly y: number;
  readonly label: string;
  readonly actions: readonly Action[];
}

const CONTENT =
  'z-40 max-h-[70vh] min-w-44 overflow-auto rounded border border-rule bg-sheet py-1 text-[13px] shadow-md outline-none';
const ENTRY =
  'flex min-h-[28px] cursor-pointer items-center gap-2 px-3 outline-none data-highlighted:bg-tint data-highlighted:outline-2 data-highlighted:-outline-offset-2 data-highlighted:outline-plum';

export function ItemMenu({ place, onClose }: { place: MenuPlace; onClose: () => void }) {
  return (
    <DropdownMenu.Root open onOpenChange={(open) => !open && onClose()} modal={false}>
      <DropdownMenu.Trigger asChild>
        <span aria-hidden className="pointer-events-none absolute size-px" style={{ left: place.x, top: place.y }} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          aria-label={place.label}
          align="start"
          sideOffset={4}
          collisionPadding={8}
          className={CONTENT}
          onCloseAutoFocus={(event) => event.preventDefault()}
        >
          <Entries actions={place.actions} />
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function Entries({ actions }: { actions: readonly Action[] }) {
  return actions.map((action) => <Entry key={action.id} action={action} />);
}

function Entry({ action: { label, keys, run, of, colour, on, apart } }: { action: Action }) {
  const words = (
    <>
      {colour && (
        <span className="size-4 flex-none rounded-sm border border-ink/40" style={{ backgroundColor: colour }} />
      )}
      <span className="mr-auto">{label}</span>
      {on && <span aria-hidden>✓</span>}
      {keys && <kbd className="pl-4 text-xs text-quiet">{keys}</kbd>}
    </>
  );
  return (
    <>
      {apart && <DropdownMenu.Separator className="my-1 border-t border-rule" />}
      {of ? (
        <DropdownMenu.Sub>
          <DropdownMenu.SubTrigger className={ENTRY}>
            {words}
            <span aria-hidden>›</span>
          </DropdownMenu.SubTrigger>
          <DropdownMenu.Portal>
            <DropdownMenu.SubContent className={CONTENT} sideOffset={2} collisionPadding={8}>
              <Entries actions={of} />
            </DropdownMenu.SubContent>
          </DropdownMenu.Portal>
        </DropdownMenu.Sub>
      ) : (
        <DropdownMenu.Item className={ENTRY} onSelect={() => run?.()} aria-current={on || undefined}>
          {words}
        </DropdownMenu.Item>
      )}
    </>
  );
}

/** What is done at the sheet: adding, and the menu of what can be done at a place of it. */
import { useState } from 'react';
import { edgeKey, type SceneEdge } from '../../../core/scene';
import { itemName, kindFor } from '../../shared/fields';
import { type Action, edgeActions, itemActions, sheetActions } from '../actions';
import { edgeName } from '../line-by-hand';
import { addAt } from '../list/lines';
import { select, selectEdge, selection, useEditor } from '../state/store';
import { words } from '../words';
import type { MenuPlace } from './ItemMenu';

/** @param edit begins to write the words of an item */
export function useSheetMenu(edit: (item: string) => void, showAll: () => void) {
  const [menu, setMenu] = useState<MenuPlace | null>(null);
  /** What is new is written where it stands, once it is drawn. */
  const write = (id: string) => {
    select(id);
    edit(id);
  };
  const ids = () => selection(useEditor.getState());
  const actions = () => itemActions(ids(), write, edit);
  const openMenu = (list: readonly Action[], x: number, y: number, label: string) =>
    list.length > 0 && setMenu({ actions: list, x, y, label });
  /** The menu for what is at a place of the sheet, or for what is selected. */
  const menuAt = (x: number, y: number, id: string | undefined, line: SceneEdge | undefined) => {
    const { chart } = useEditor.getState();
    if (id !== undefined) {
      if (!ids().includes(id)) select(id);
      openMenu(actions(), x, y, words.sheet.menuOf(itemName(chart, id)));
    } else if (line) {
      selectEdge(edgeKey(line));
      openMenu(edgeActions(line), x, y, words.arrange.theLine(edgeName(chart, line)));
    } else openMenu(sheetActions(write, showAll), x, y, words.sheet.menuHere);
  };
  const adding = (at: 'beside' | 'under') => {
    const addition = kindFor(useEditor.getState().chart.kind).additions.find((one) => one.at === at);
    return addition && (() => addAt(addition, useEditor.getState().selected, write));
  };
  return { menu, openMenu, menuAt, closeMenu: () => setMenu(null), adding, actions, write };
}

/** What helps on: the command field, the keys of the screen one is on, the guide. */
// At once: whoever opens it goes on typing.

import { later } from '../../shared/later';
import { CommandMenu } from '../command/CommandMenu';
import { useEditor } from '../state/store';

const Guide = later(() => import('./Guide').then((part) => part.Guide));
const Keys = later(() => import('./Keys').then((part) => part.Keys));
/** What is fetched once the first picture stands. */
export const helpParts = [Guide, Keys];

const close = () => useEditor.setState({ help: null });

export function Help() {
  const help = useEditor((state) => state.help);
  if (help === 'command') return <CommandMenu onClose={close} />;
  if (help === 'keys') return <Keys onClose={close} />;
  return help === 'guide' ? <Guide onClose={close} /> : null;
}

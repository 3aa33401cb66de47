/** What helps on: the command field, the keys of the screen one is on, the guide. */
import { later } from '../../shared/later';
import { keepEarly, takeEarly } from '../command/early';
import { useEditor } from '../state/store';

const CommandMenu = later(() => import('../command/CommandMenu').then((part) => part.CommandMenu));
const Guide = later(() => import('./Guide').then((part) => part.Guide));
const Keys = later(() => import('./Keys').then((part) => part.Keys));
/** What is fetched once the first picture stands: whoever opens the command field goes on typing. */
export const helpParts = [CommandMenu, Guide, Keys];

// At once, not when it is next rendered: letters come before that.
useEditor.subscribe(({ help }, before) => {
  if (help === before.help) return;
  if (help === 'command') keepEarly();
  else takeEarly();
});

const close = () => useEditor.setState({ help: null });

export function Help() {
  const help = useEditor((state) => state.help);
  if (help === 'command') return <CommandMenu onClose={close} />;
  if (help === 'keys') return <Keys onClose={close} />;
  return help === 'guide' ? <Guide onClose={close} /> : null;
}

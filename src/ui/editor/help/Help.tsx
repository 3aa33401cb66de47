/** What helps on: the command field, the keys of the screen one is on, the guide. */

import { CommandMenu } from '../command/CommandMenu';
import { useEditor } from '../state/store';
import { Guide } from './Guide';
import { Keys } from './Keys';

const close = () => useEditor.setState({ help: null });

export function Help() {
  const help = useEditor((state) => state.help);
  if (help === 'command') return <CommandMenu onClose={close} />;
  if (help === 'keys') return <Keys onClose={close} />;
  return help === 'guide' ? <Guide onClose={close} /> : null;
}

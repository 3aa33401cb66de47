/** With whom something is shared, and what they may do with it. */
import { Dialog } from '../shared/Dialog';
import { Kept, type KeptField } from './Kept';
import { Links } from './Links';
import { PublishedPage } from './PublishedPage';
import { useShares } from './shares';
import { WithPeople } from './WithPeople';
import { words } from './words';

export function ShareDialog({
  address,
  title,
  fields,
  onClose,
}: {
  /** Of what is shared, such as "/api/charts/x". */
  address: string;
  title: string;
  /** Of a chart: fields that can be kept back; links and a page are of charts only. */
  fields?: readonly KeptField[] | undefined;
  onClose: () => void;
}) {
  const shares = useShares(address);
  const without = [...new Set(shares.all?.flatMap((share) => share.without) ?? [])];
  return (
    <Dialog title={words.title(title)} onClose={onClose}>
      <div className="flex min-h-0 flex-col gap-5 overflow-auto px-5 py-4">
        {shares.wrong !== '' && (
          <p role="alert" className="text-wrong">
            {shares.wrong}
          </p>
        )}
        <WithPeople shares={shares} without={without} />
        {fields && (
          <>
            <Kept shares={shares} fields={fields} />
            <Links shares={shares} without={without} />
            <PublishedPage shares={shares} without={without} />
          </>
        )}
      </div>
    </Dialog>
  );
}

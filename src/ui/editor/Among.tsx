import { useState } from 'react';
import { type Chart, NEVER_WITHOUT, PICTURE_FIELD } from '../../core/chart';
import { Button } from '../shared/controls';
import { fieldOptions } from '../shared/fields';
import { later } from '../shared/later';
import { words as sharingWords } from '../sharing/words';
import { openRemarks, useTogether } from '../together/state';
import { WhoIsHere } from '../together/WhoIsHere';
import { words as togetherWords } from '../together/words';
import { type Me, useEditor } from './state/store';

/** Whether any line has something in a field. */
const isUsed = ({ items }: Chart, field: string) =>
  Object.values(items).some(({ fields }) => fields[field] !== undefined);

const ShareDialog = later(() => import('../sharing/ShareDialog').then((part) => part.ShareDialog));

/** Where people have accounts: who is here, remarks, and for whoever it belongs to with whom it is shared. */
export function Among({ me }: { me: Me }) {
  const chart = useEditor((state) => state.chart);
  const remarks = useTogether((state) => state.remarks?.filter(({ settled }) => settled === null).length ?? 0);
  const shown = useTogether((state) => state.open);
  const [sharing, setSharing] = useState(false);
  return (
    <>
      <WhoIsHere chart={chart} />
      <Button aria-pressed={shown} onClick={() => openRemarks(!shown)}>
        {togetherWords.open(remarks)}
      </Button>
      {me.owns && <Button onClick={() => setSharing(true)}>{sharingWords.share}</Button>}
      {sharing && (
        <ShareDialog
          address={`/api/charts/${useEditor.getState().id}`}
          title={chart.title}
          fields={[
            ...fieldOptions(chart).filter(({ value }) => !NEVER_WITHOUT.has(value) && isUsed(chart, value)),
            { value: PICTURE_FIELD, label: sharingWords.pictures },
          ]}
          onClose={() => setSharing(false)}
        />
      )}
    </>
  );
}

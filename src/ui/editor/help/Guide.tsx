/** A short guide, one page a stage, its pictures drawn live from lists of the demo. */
import { useState } from 'react';
import { Button } from '../../shared/controls';
import { Dialog } from '../../shared/Dialog';
import { SmallPicture } from '../../shared/SmallPicture';
import { usePicture } from '../../shared/usePicture';
import { STAGES, type Stage, useEditor } from '../state/store';
import { words } from '../words';
import type { GuidePage } from '../words/help';

export function Guide({ onClose }: { onClose: () => void }) {
  const [at, setAt] = useState<Stage>(useEditor.getState().stage);
  const page: GuidePage = words.guide.pages[at];
  return (
    <Dialog title={words.guide.title} onClose={onClose} wide>
      <div className="grid min-h-0 flex-1 grid-cols-[150px_1fr]">
        <nav aria-label={words.guide.title} className="flex flex-col gap-1 border-r border-rule bg-bench p-3">
          {STAGES.map((stage) => (
            <Button
              key={stage}
              tone={stage === at ? 'strong' : 'quiet'}
              aria-current={stage === at ? 'page' : undefined}
              {...(stage === at && { 'data-first': true })}
              onClick={() => setAt(stage)}
            >
              {words.stages[stage]}
            </Button>
          ))}
        </nav>
        <article className="relative overflow-auto p-6">
          <h3 className="pb-3 font-title text-xl">{page.title}</h3>
          {page.says.map((text) => (
            <p key={text} className="max-w-[66ch] pb-2">
              {text}
            </p>
          ))}
          <div className="grid grid-cols-2 gap-5 pt-3">
            {page.pictures.map((picture) => (
              <Picture key={`${at} ${picture.about}`} {...picture} />
            ))}
          </div>
        </article>
      </div>
    </Dialog>
  );
}

function Picture({ about, kind, list, house = 'fernhouse' }: GuidePage['pictures'][number]) {
  const scene = usePicture(kind, list, house);
  return (
    <figure className="rounded border border-rule bg-sheet p-3">
      <div className="h-[210px]">{scene && <SmallPicture scene={scene} label={about} />}</div>
      <figcaption className="pt-2 text-[13px] text-quiet">{about}</figcaption>
    </figure>
  );
}

/** House styles of one's own: kept in the account, taken by any chart with one click, changed for all that follow. */
import { useCallback, useEffect, useState } from 'react';
import type { Chart } from '../../../../core/chart';
import { heldBy, houseFor, specOf } from '../../../../core/style';
import { call } from '../../../shared/api';
import { Button, FileButton } from '../../../shared/controls';
import { later } from '../../../shared/later';
import { saveFile } from '../../../shared/save-file';
import { words as sharingWords } from '../../../sharing/words';
import { keepLook, keepStyle, type OwnStyle, ownStyles, taking } from '../../own-styles';
import { change, say, tryOut, useEditor } from '../../state/store';
import { words } from '../../words';

const ShareDialog = later(() => import('../../../sharing/ShareDialog').then((part) => part.ShareDialog));
const SHOWN = [1, 2, 3, 4];
const NONE: readonly OwnStyle[] = [];

function useStyles() {
  const [styles, setStyles] = useState(NONE);
  const load = useCallback(async () => setStyles(await ownStyles()), []);
  useEffect(() => void load(), [load]);
  return { styles, load };
}

export function OwnStyles({ chart }: { chart: Chart }) {
  const { styles, load } = useStyles();
  const [name, setName] = useState('');
  const shares = useEditor((state) => state.me !== null);
  const [sharing, setSharing] = useState<OwnStyle | null>(null);
  const followed = styles.find(({ id }) => id === chart.style?.id);

  const kept = async (made: OwnStyle | undefined) => {
    if (!made) return;
    setName('');
    await load();
  };
  const bring = async (chosen: File) => {
    let tokens: unknown;
    try {
      tokens = JSON.parse(await chosen.text());
    } catch {
      return say(words.own.noFile);
    }
    await kept(await keepStyle({ tokens, ...(name.trim() && { name: name.trim() }) }));
  };
  const update = async (style: OwnStyle) => {
    const answer = await call<OwnStyle>('PUT', `/api/house-styles/${style.id}`, { spec: specOf(chart) });
    if (answer.ok) say(words.own.updated(style.name, answer.value.charts));
    else say(answer.detail);
    await load();
  };
  const remove = async (style: OwnStyle) => {
    const answer = await call('DELETE', `/api/house-styles/${style.id}`);
    say(answer.ok ? words.own.removed(style.name) : answer.detail);
    await load();
  };
  const tokens = async (style: OwnStyle) => {
    const answer = await call<object>('GET', `/api/house-styles/${style.id}?as=tokens`);
    if (!answer.ok) return say(answer.detail);
    const text = JSON.stringify(answer.value, null, 2);
    saveFile(new Blob([text], { type: 'application/json' }), `${style.name}.tokens.json`);
  };
  return (
    <section aria-label={words.own.title} className="px-3.5 pt-2">
      <h3 className="text-[13px] text-quiet">{words.own.title}</h3>
      {followed && (
        <p className="flex items-center justify-between text-[13px]">
          {words.own.follows(followed.name)}
          <Button
            tone="quiet"
            onClick={() => {
              change({ type: 'set-style', style: null });
              say(words.own.pinned, true);
            }}
          >
            {words.own.pin}
          </Button>
        </p>
      )}
      <ul>
        {styles.map((style) => {
          const take = taking(chart, style);
          const house = houseFor(style.spec);
          return (
            <li key={style.id} className="py-1 text-[13px]">
              <button
                type="button"
                aria-label={words.own.take(style.name)}
                aria-pressed={followed === style}
                onClick={() => change(take)}
                onMouseEnter={() => tryOut(take)}
                onMouseLeave={() => tryOut(null)}
                onFocus={() => tryOut(take)}
                onBlur={() => tryOut(null)}
                className={`flex w-full items-center gap-2 rounded border px-1.5 py-1 text-left ${followed === style ? 'border-plum outline-1 outline-plum' : 'border-rule hover:border-plum'}`}
              >
                <span className="flex h-4 w-16 flex-none overflow-hidden border border-rule" aria-hidden>
                  {SHOWN.map((tier) => (
                    <span
                      key={tier}
                      className="flex-1"
                      style={{ backgroundColor: style.spec.tiers[String(tier)]?.fill ?? house.look(tier).fill }}
                    />
                  ))}
                </span>
                <span className="min-w-0 flex-1 truncate font-semibold">{style.name}</span>
                {style.charts > 0 && (
                  <span className="flex-none text-xs text-quiet">{words.own.charts(style.charts)}</span>
                )}
              </button>
              <p className="pt-0.5 text-xs text-quiet">{words.own.holds(heldBy(style.spec))}</p>
              <span className="flex flex-wrap">
                <Button tone="quiet" onClick={() => void update(style)}>
                  {words.own.update}
                </Button>
                <Button tone="quiet" onClick={() => void tokens(style)}>
                  {words.own.tokens}
                </Button>
                <Button tone="quiet" onClick={() => void remove(style)}>
                  {words.own.remove}
                </Button>
                {shares && !style.may && (
                  <Button tone="quiet" onClick={() => setSharing(style)}>
                    {sharingWords.share}
                  </Button>
                )}
              </span>
            </li>
          );
        })}
      </ul>
      {styles.length === 0 && <p className="pb-1 text-xs text-quiet">{words.own.about}</p>}
      <p className="pb-1 text-xs text-quiet">{words.own.now(heldBy(specOf(chart)))}</p>
      <form
        className="flex gap-1.5"
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim()) void keepLook(name).then(kept);
        }}
      >
        <input
          dir="auto"
          aria-label={words.own.name}
          placeholder={words.own.name}
          className="field min-w-0 flex-1 text-[13px]"
          maxLength={80}
          value={name}
          onChange={({ target }) => setName(target.value)}
        />
        <Button type="submit" disabled={name.trim() === ''}>
          {words.own.keep}
        </Button>
      </form>
      {sharing && (
        <ShareDialog
          address={`/api/house-styles/${sharing.id}`}
          title={sharing.name}
          onClose={() => setSharing(null)}
        />
      )}
      <div className="pt-1.5">
        <FileButton label={words.own.bring} accept=".json,application/json" onFile={(file) => void bring(file)} />
      </div>
    </section>
  );
}

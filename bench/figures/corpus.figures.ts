/** How surely real lists are recognised: the kind that comes first against the kind that is wanted. */
import { it } from 'vitest';
import { corpus, offered } from '../../tests/corpus/read';
import { section, table } from './report';

it('recognition', async () => {
  const all = await Promise.all(corpus.map(async (wanted) => ({ wanted, got: await offered(wanted) })));
  const name = (kind: string | null) => kind ?? 'no list';
  const kinds = [...new Set(all.flatMap(({ wanted, got }) => [name(wanted.kind), name(got.kind)]))].sort();
  const count = (is: (one: (typeof all)[number]) => boolean) => all.filter(is).length;
  const part = (n: number) => `${((100 * n) / all.length).toFixed(1)} %`;
  const first = count(({ wanted, got }) => wanted.kind === got.kind);
  const among = count(({ wanted, got }) =>
    wanted.kind === null ? got.kinds.length === 0 : got.kinds.includes(wanted.kind),
  );
  const whole = count(
    ({ wanted, got }) =>
      wanted.kind === got.kind &&
      (wanted.kind === null ||
        (wanted.form === got.form && wanted.items === got.items && wanted.levels === got.levels)),
  );
  section(
    'Recognising real lists',
    `${all.length} files of the npm registry, see \`tests/corpus\`. Right at the first offer: ${part(first)}; among the offers: ${part(among)}; with the form, items and levels that are wanted: ${part(whole)}. Rows: what is wanted; columns: what comes first.\n\n${table(
      ['', ...kinds],
      kinds.map((wanted) => [
        wanted,
        ...kinds.map((got) => String(count((one) => name(one.wanted.kind) === wanted && name(one.got.kind) === got))),
      ]),
    )}`,
  );
}, 120_000);

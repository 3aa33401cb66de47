/** All works of a task compared with the teacher's own chart: what most of them lack. */
import type { ClassCompared } from '../../core/marking';
import { words } from './words';

const VERDICTS = ['same', 'phrase', 'turned', 'missing'] as const;
/** As the signs on the pictures. */
const FILLS: Readonly<Record<(typeof VERDICTS)[number], string>> = {
  same: 'bg-[#2f6156]',
  phrase: 'bg-[#8a5a00]',
  turned: 'bg-[#1f6b8f]',
  missing: 'bg-[#a63d2f]',
};

export function WholeClass({ compared }: { compared: ClassCompared | null | undefined }) {
  return (
    <section aria-label={words.whole} className="flex flex-col gap-2">
      <h2 className="text-lg">{words.whole}</h2>
      {compared === null && <p>{words.noModel}</p>}
      {compared?.works === 0 && <p>{words.noWorks}</p>}
      {compared && compared.works > 0 && (
        <>
          <p className="text-[13px] text-quiet">{words.wholeAbout}</p>
          <table className="w-full text-left text-[14px]">
            <thead>
              <tr className="text-[13px] text-quiet">
                <th scope="col" className="font-normal" />
                {VERDICTS.map((verdict) => (
                  <th key={verdict} scope="col" className="w-24 px-2 text-right font-normal">
                    {words.verdicts[verdict]}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {compared.lines.map(({ text, counts }, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: two lines may say the same
                <tr key={`${i} ${text}`} className="border-t border-rule">
                  <th scope="row" className="py-1 font-normal" dir="auto">
                    {text}
                    <span className="mt-0.5 flex h-1.5 w-full overflow-hidden rounded" aria-hidden>
                      {VERDICTS.map((verdict) => (
                        <span
                          key={verdict}
                          className={FILLS[verdict]}
                          style={{ width: `${(100 * counts[verdict]) / compared.works}%` }}
                        />
                      ))}
                    </span>
                  </th>
                  {VERDICTS.map((verdict) => (
                    <td key={verdict} className="px-2 text-right tabular-nums">
                      {counts[verdict] || ''}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          {compared.extra.length > 0 && (
            <>
              <h3 className="pt-2 font-semibold">{words.alsoSay}</h3>
              <ul className="list-inside list-disc">
                {compared.extra.map(({ text, count }) => (
                  <li key={text} dir="auto">
                    {text} ({count})
                  </li>
                ))}
              </ul>
            </>
          )}
        </>
      )}
    </section>
  );
}

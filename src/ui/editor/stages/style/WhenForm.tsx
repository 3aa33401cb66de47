/** What a rule is for: items that are something, of a branch, of a line of descent, or by a field. */
import { useId } from 'react';
import { type Chart, type Condition, type Rule, TESTS } from '../../../../core/chart';
import { tierLooks } from '../../../../core/compose';
import type { KindOnPage } from '../../../../core/kinds';
import { houseFor } from '../../../../core/style';
import { Row, Select } from '../../../shared/controls';
import { cellText, itemName } from '../../../shared/fields';
import { useEditor } from '../../state/store';
import { words } from '../../words';
import { LookParts } from './LookParts';

export interface FormProps<R extends Rule = Rule> {
  readonly rule: R;
  readonly chart: Chart;
  readonly kind: KindOnPage;
  readonly fields: readonly { readonly value: string; readonly label: string }[];
  /** It was just added: what it goes by is not chosen yet. */
  readonly fresh?: boolean | undefined;
  readonly onChange: (rule: Rule) => void;
}

const BEING = '@';
const BRANCH = '#';
const DESCENT = '^';

export function WhenForm({ rule, chart, kind, fields, onChange }: FormProps<Extract<Rule, { type: 'when' }>>) {
  const { when } = rule;
  const known = useId();
  const selected = useEditor((state) => state.selected);
  const what =
    'being' in when
      ? `${BEING}${when.being}`
      : 'within' in when
        ? `${BRANCH}${when.within}`
        : 'descent' in when
          ? `${DESCENT}${when.descent}`
          : when.field;
  const branches = kind.draws.tree
    ? [...new Set(['within' in when ? when.within : null, selected])].filter((id) => id !== null && chart.items[id])
    : [];
  const lines = kind.descent
    ? [...new Set(['descent' in when ? when.descent : null, selected])].filter((id) => id !== null && chart.items[id])
    : [];
  const set = (next: Condition) => onChange({ ...rule, when: next });
  const values = !('field' in when)
    ? []
    : [...new Set(Object.keys(chart.items).map((id) => cellText(chart, id, when.field)))].filter(Boolean).slice(0, 60);
  return (
    <>
      <Row label={words.rules.items}>
        {(id) => (
          <select
            id={id}
            className="field min-w-0 flex-1 text-[13px]"
            value={what}
            onChange={({ target: { value } }) =>
              set(
                value.startsWith(BEING)
                  ? { being: value.slice(1) }
                  : value.startsWith(BRANCH)
                    ? { within: value.slice(1) }
                    : value.startsWith(DESCENT)
                      ? { descent: value.slice(1) }
                      : { field: value, test: 'field' in when ? when.test : 'equals', value: '' },
              )
            }
          >
            {kind.beings?.map(({ id: being, label }) => (
              <option key={being} value={`${BEING}${being}`}>
                {label}
              </option>
            ))}
            {branches.map((id) => (
              <option key={id} value={`${BRANCH}${id}`}>
                {words.rules.branch(itemName(chart, id!))}
              </option>
            ))}
            {lines.map((id) => (
              <option key={`descent ${id}`} value={`${DESCENT}${id}`}>
                {words.rules.descent(itemName(chart, id!))}
              </option>
            ))}
            <optgroup label={words.rules.byField}>
              {fields.map(({ value, label }) => (
                <option key={value} value={value}>
                  {label}
                </option>
              ))}
            </optgroup>
          </select>
        )}
      </Row>
      {'field' in when && (
        <>
          <Row label={words.rules.test}>
            {(id) => (
              <Select
                id={id}
                value={when.test}
                options={TESTS.map((value) => ({ value, label: words.rules.tests[value] }))}
                onChange={(test) => set({ ...when, test })}
              />
            )}
          </Row>
          {when.test !== 'filled' && when.test !== 'empty' && (
            <Row label={words.rules.value}>
              {(id) => (
                <>
                  <input
                    dir="auto"
                    id={id}
                    className="field min-w-0 flex-1 text-[13px]"
                    list={known}
                    maxLength={300}
                    value={when.value ?? ''}
                    onChange={({ target: { value } }) => set({ ...when, value })}
                  />
                  <datalist id={known}>
                    {values.map((value) => (
                      <option key={value} value={value} />
                    ))}
                  </datalist>
                </>
              )}
            </Row>
          )}
        </>
      )}
      <LookParts
        patch={rule.look}
        look={tierLooks(kind, chart, houseFor(chart))(1)}
        onChange={(look) => onChange({ ...rule, look })}
      />
    </>
  );
}

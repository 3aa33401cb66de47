/** Rules of looks: a list in the order in which they hold, each opened to be changed. */
import { nanoid } from 'nanoid';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Rule } from '../../../../core/chart';
import { ruledBy, ruleName } from '../../../../core/compose';
import { valueColours } from '../../../../core/style';
import { Button, ColourField, Row, Select } from '../../../shared/controls';
import { fieldOptions, kindFor } from '../../../shared/fields';
import { change, useEditor } from '../../state/store';
import { words } from '../../words';
import { type FormProps, WhenForm } from './WhenForm';

const COLOURS = { fill: '#f2d7a0', low: '#fff7e0', high: '#2f6156' };
const NO_RULES: readonly Rule[] = [];

export function Rules() {
  const chart = useEditor((state) => state.chart);
  const kind = kindFor(chart.kind);
  const rules = chart.rules ?? NO_RULES;
  const [open, setOpen] = useState<string | null>(null);
  /** A rule that was just added changes nothing until it is said what it goes by. */
  const [fresh, setFresh] = useState<string | null>(null);
  const opened = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (open) opened.current?.scrollIntoView({ block: 'nearest' });
  }, [open]);
  const put = (next: readonly Rule[], merging?: string) => change({ type: 'set-rules', rules: [...next] }, merging);
  const add = (rule: Rule) => {
    put([rule, ...rules]);
    setOpen(rule.id);
    setFresh(rule.off ? rule.id : null);
  };
  const fields = fieldOptions(chart);
  const first = fields.find(({ value }) => value !== 'name' && value !== 'id')?.value ?? 'name';
  return (
    <section aria-label={words.rules.title} className="pt-3">
      <h3 className="px-3.5 text-[13px] text-quiet">{words.rules.title}</h3>
      <p className="px-3.5 pb-1 text-xs text-quiet">{rules.length > 1 ? words.rules.order : words.rules.about}</p>
      <ol>
        {rules.map((rule, at) => (
          <li
            key={rule.id}
            ref={open === rule.id ? opened : undefined}
            className={`scroll-mt-20 ${open === rule.id ? 'bg-tint' : ''}`}
          >
            <div className="flex items-center gap-1 px-3.5 py-0.5">
              <input
                type="checkbox"
                className="size-4 flex-none accent-plum"
                aria-label={words.rules.use(ruleName(kind, chart, rule))}
                checked={!rule.off}
                onChange={() => {
                  const { off, ...rest } = rule;
                  put(rules.with(at, off ? rest : { ...rest, off: true }));
                }}
              />
              <button
                type="button"
                aria-expanded={open === rule.id}
                onClick={() => setOpen(open === rule.id ? null : rule.id)}
                className={`flex min-w-0 flex-1 items-center gap-2 rounded px-1 py-1 text-left text-[13px] hover:bg-tint ${rule.off ? 'text-quiet line-through' : ''}`}
              >
                <RuleSwatch rule={rule} />
                <span className="truncate">{ruleName(kind, chart, rule)}</span>
              </button>
              <Small
                label={words.rules.up(ruleName(kind, chart, rule))}
                disabled={at === 0}
                onClick={() => put(moved(rules, at, at - 1))}
              >
                ↑
              </Small>
              <Small
                label={words.rules.down(ruleName(kind, chart, rule))}
                disabled={at === rules.length - 1}
                onClick={() => put(moved(rules, at, at + 1))}
              >
                ↓
              </Small>
              <Small
                label={words.rules.remove(ruleName(kind, chart, rule))}
                onClick={() => put(rules.filter(({ id }) => id !== rule.id))}
              >
                ×
              </Small>
            </div>
            {open === rule.id && (
              <div className="px-3.5 pb-2">
                <RuleForm
                  rule={rule}
                  chart={chart}
                  kind={kind}
                  fields={fields}
                  fresh={fresh === rule.id}
                  onChange={(next) => {
                    const { off, ...on } = next;
                    put(rules.with(at, fresh === rule.id ? on : next), `rule ${rule.id}`);
                    setFresh(null);
                  }}
                />
              </div>
            )}
          </li>
        ))}
      </ol>
      <div className="flex flex-wrap gap-1.5 px-3.5 pt-1">
        <Button
          onClick={() =>
            add({
              type: 'when',
              id: nanoid(10),
              when: { field: first, test: 'contains', value: '' },
              look: { fill: COLOURS.fill },
            })
          }
        >
          {words.rules.addWhen}
        </Button>
        <Button onClick={() => add({ type: 'values', id: nanoid(10), off: true, field: first, colours: {} })}>
          {words.rules.addValues}
        </Button>
        <Button
          onClick={() =>
            add({ type: 'scale', id: nanoid(10), off: true, field: first, low: COLOURS.low, high: COLOURS.high })
          }
        >
          {words.rules.addScale}
        </Button>
      </div>
    </section>
  );
}

function moved(rules: readonly Rule[], from: number, to: number): Rule[] {
  const next = [...rules];
  next.splice(to, 0, ...next.splice(from, 1));
  return next;
}

function Small({
  label,
  disabled,
  onClick,
  children,
}: {
  label: string;
  disabled?: boolean;
  onClick: () => void;
  children: string;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      disabled={disabled}
      onClick={onClick}
      className="h-[24px] w-[24px] flex-none rounded hover:bg-tint disabled:opacity-35"
    >
      {children}
    </button>
  );
}

function RuleSwatch({ rule }: { rule: Rule }) {
  const background =
    rule.type === 'scale'
      ? `linear-gradient(90deg, ${rule.low}, ${rule.high})`
      : rule.type === 'values'
        ? 'linear-gradient(90deg, #cfe3b0 33%, #f0c9a0 33% 66%, #b9d3ea 66%)'
        : (rule.look.fill ?? 'transparent');
  return <span aria-hidden className="h-4 w-6 flex-none rounded-sm border border-rule" style={{ background }} />;
}

function RuleForm({ rule, ...rest }: FormProps) {
  if (rule.type === 'when') return <WhenForm rule={rule} {...rest} />;
  if (rule.type === 'values') return <ValuesForm rule={rule} {...rest} />;
  const { onChange } = rest;
  return (
    <>
      <Row label={words.rules.field}>
        {(id) => <FieldSelect id={id} rule={rule} {...rest} onField={(field) => onChange({ ...rule, field })} />}
      </Row>
      <Row label={words.rules.low}>
        {(id) => <ColourField id={id} value={rule.low} onChange={(low) => onChange({ ...rule, low })} />}
      </Row>
      <Row label={words.rules.high}>
        {(id) => <ColourField id={id} value={rule.high} onChange={(high) => onChange({ ...rule, high })} />}
      </Row>
    </>
  );
}

/** The column that a rule goes by; of one that was just added none is chosen yet. */
function FieldSelect({
  id,
  rule,
  fields,
  fresh,
  onField,
}: Pick<FormProps<Extract<Rule, { field: string }>>, 'rule' | 'fields' | 'fresh'> & {
  id: string;
  onField: (field: string) => void;
}) {
  return (
    <Select
      id={id}
      value={fresh ? '' : rule.field}
      options={fresh ? [{ value: '', label: words.rules.chooseField }, ...fields] : fields}
      onChange={(field) => field !== '' && onField(field)}
    />
  );
}

/** Values whose colours are offered to be chosen. */
const MOST_VALUES = 24;

function ValuesForm({ rule, chart, kind, fields, fresh, onChange }: FormProps<Extract<Rule, { type: 'values' }>>) {
  // As they are drawn: colours that were not chosen go by the order of the list.
  const asked = useMemo(() => ruledBy(kind, chart, kind.structure(chart)), [kind, chart]);
  const colours = [...valueColours(asked, rule)];
  return (
    <>
      <Row label={words.rules.field}>
        {(id) => (
          <FieldSelect
            id={id}
            rule={rule}
            fields={fields}
            fresh={fresh}
            onField={(field) => onChange({ ...rule, field, colours: {} })}
          />
        )}
      </Row>
      {(fresh ? [] : colours.slice(0, MOST_VALUES)).map(([value, colour]) => (
        <Row key={value} label={value}>
          {(id) => (
            <ColourField
              id={id}
              value={colour}
              onChange={(to) => onChange({ ...rule, colours: { ...rule.colours, [value]: to } })}
            />
          )}
        </Row>
      ))}
      {!fresh && colours.length > MOST_VALUES && (
        <p className="text-xs text-quiet">{words.rules.moreValues(colours.length - MOST_VALUES)}</p>
      )}
    </>
  );
}

/** A teacher's classes. */
import type { ClassCard } from '../../server/classes';
import { Form } from '../people/Form';
import { useList } from '../people/useList';
import { call } from '../shared/api';
import { Brand } from '../shared/Brand';
import { words } from './words';

export function Classes() {
  const { all, wrong } = useList<ClassCard>('/api/classes', 'classes');
  return (
    <div className="mx-auto flex w-[760px] max-w-[94vw] flex-col gap-5 py-6">
      <header className="flex items-center gap-3">
        <Brand />
        <a className="ml-auto text-[13px] underline" href="/">
          {words.toCharts}
        </a>
      </header>
      <main className="flex flex-col gap-4">
        <h1 className="text-2xl">{words.classes}</h1>
        <p className="text-quiet">{words.classesAbout}</p>
        <p role="alert" className="text-wrong empty:hidden">
          {wrong}
        </p>
        {all.length === 0 && <p>{words.noClasses}</p>}
        <ul className="flex flex-col gap-2">
          {all.map(({ id, name, code, learners, tasks }) => (
            <li key={id} className="flex flex-wrap items-baseline gap-x-4 rounded border border-rule bg-sheet p-4">
              <a className="flex-1 text-lg font-semibold underline" href={`/classes/${id}`} dir="auto">
                {name}
              </a>
              <span className="text-[13px] text-quiet">
                {words.learners(learners)} · {words.tasks(tasks)}
              </span>
              <code className="rounded bg-tint px-2 text-lg tracking-widest">{code}</code>
            </li>
          ))}
        </ul>
        <section aria-label={words.makeClass} className="max-w-[420px]">
          <Form
            fields={[{ name: 'name', label: words.className, fill: 'off' }]}
            button={words.makeClass}
            onSend={async (values) => {
              const answer = await call<{ id: string }>('POST', '/api/classes', values);
              if (!answer.ok) return answer.detail;
              location.assign(`/classes/${answer.value.id}`);
              return null;
            }}
          />
        </section>
      </main>
    </div>
  );
}

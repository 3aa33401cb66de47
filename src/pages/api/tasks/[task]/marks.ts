import { writeXlsx } from '../../../../core/formats';
import { writeGrid } from '../../../../core/list';
import { XLSX } from '../../../../core/list-formats';
import { own } from '../../../../core/own';
import { deskOf, marksTable } from '../../../../server/classes';
import { endpoint, negotiate, paramOf, textOf } from '../../../../server/http';
import { disposition } from '../../../../server/pictures';

const CSV = 'text/csv';
const FORMS: Readonly<Record<string, string>> = { csv: CSV, xlsx: XLSX.mime };

/** Marks as a table, a row for each learner. */
export const ALL = endpoint(
  {
    GET: async (context, who) => {
      const desk = await deskOf(who, paramOf(context, 'task'));
      const as = textOf(context, 'as');
      const type = negotiate(as === undefined ? context.request.headers.get('accept') : (own(FORMS, as) ?? as), [
        CSV,
        XLSX.mime,
      ]);
      const table = marksTable(desk);
      const headers = {
        'content-type': type === CSV ? `${CSV}; charset=utf-8` : type,
        'content-disposition': disposition(desk.task.title, type === CSV ? 'csv' : 'xlsx', true),
        'cache-control': 'no-store',
      };
      const body = type === CSV ? writeGrid(table) : await writeXlsx([{ name: desk.task.title, ...table }]);
      return new Response(body as BodyInit, { headers });
    },
  },
  'classes',
);

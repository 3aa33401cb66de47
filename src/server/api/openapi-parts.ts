/** What the description of the API is put together from. */
import { createHash } from 'node:crypto';
import { z } from 'zod';
import { XLSX } from '../../core/list-formats';
import { pictureTypes } from '../pictures/types';
import * as schemas from './schemas';

/** Schemas that name themselves, such as a change that holds changes: they stand in one place of the document. */
export const components: Record<string, unknown> = {};

/** A schema with every reference made to where it stands in the document. */
export function referring(value: unknown, names: ReadonlyMap<string, string>): unknown {
  if (Array.isArray(value)) return value.map((own) => referring(own, names));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, own]) => [
      key,
      key === '$ref' && typeof own === 'string'
        ? `#/components/schemas/${names.get(own) ?? own}`
        : referring(own, names),
    ]),
  );
}

export function jsonSchema(schema: z.ZodType, io: 'input' | 'output'): object {
  const made = z.toJSONSchema(schema, { io, unrepresentable: 'any', reused: 'inline' });
  const { $schema: _, $defs = {}, ...rest } = made as Record<string, unknown> & { $defs?: Record<string, unknown> };
  const own = Object.entries($defs).map(([name, def]): [string, unknown] => [`#/$defs/${name}`, def]);
  if (JSON.stringify(rest).includes('"$ref":"#"')) own.push(['#', rest]);
  // The same schema is there once, whoever refers to it.
  const names = new Map(own.map(([ref, def]) => [ref, `${io}-${digest(JSON.stringify(def))}`]));
  for (const [ref, def] of own) components[names.get(ref)!] ??= referring(def, names);
  return names.has('#') ? { $ref: `#/components/schemas/${names.get('#')}` } : (referring(rest, names) as object);
}
export const digest = (text: string) => createHash('sha256').update(text).digest('hex').slice(0, 10);

export const content = (schema: z.ZodType, io: 'input' | 'output' = 'output') => ({
  'application/json': { schema: jsonSchema(schema, io) },
});
export const body = (schema: z.ZodType) => ({ required: true, content: content(schema, 'input') });
export const answer = (description: string, schema?: z.ZodType) => ({
  description,
  ...(schema && { content: content(schema) }),
});
export const problem = (description: string, schema: z.ZodType = schemas.problemAnswer) => ({
  description,
  content: { 'application/problem+json': { schema: jsonSchema(schema, 'output') } },
});
export const path = (name: string, description: string) => ({
  name,
  in: 'path',
  required: true,
  description,
  schema: { type: 'string' },
});
export const inQuery = (name: string, description: string, type = 'string') => ({
  name,
  in: 'query',
  required: false,
  description,
  schema: { type },
});

export const id = path('id', 'Id of the chart');
export const key = {
  name: 'Idempotency-Key',
  in: 'header',
  required: false,
  description: 'Sent again with the same key, a request is carried out once',
  schema: { type: 'string', maxLength: 200 },
};
export const file = { schema: { type: 'string', format: 'binary' } };
/** All forms that a stored chart's picture has. */
export const allPictures = Object.fromEntries(Object.values(pictureTypes).map((type) => [type, file]));
export const pictures = { 'image/svg+xml': file, 'image/png': file, 'application/pdf': file };
export const lists = {
  'text/csv': {},
  'text/plain': {},
  'text/markdown': {},
  'text/x-opml': {},
  [XLSX.mime]: file,
};
/** A list as the file itself, of whatever form, packed or not. */
export const asFile = { 'application/octet-stream': file, 'text/csv': {}, 'text/markdown': {}, [XLSX.mime]: file };
export const ofFile = [
  inQuery('name', 'Where the body is a file, what it is called, unless Content-Disposition says so'),
  inQuery('kind', 'Of a file; recognised where absent'),
  inQuery('form', 'Of a file; recognised where absent'),
  inQuery('title', 'Of a file; its name where absent'),
  inQuery('headings', 'Of a file: 1 or 0, whether the first row of a table names the columns; found out where absent'),
];
export const usual = {
  400: problem('Malformed JSON'),
  404: problem('Not yours or not there'),
  413: problem('Larger than 10 MB, or a list over 8 MB'),
  422: problem('Does not meet the schema, can not be carried out, or takes more time or memory than it may'),
  503: problem('The database is away, or too much is being computed: try again after `retry-after` seconds'),
};

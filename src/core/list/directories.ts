/**
 * Exports of directories of people: LDIF (RFC 2849), vCard (RFC 6350, and 3.0 by RFC 2426), and lists of users in SCIM
 * (RFC 7643). Each becomes a table with known headings: who somebody is, and whom they report to.
 */

import { isRecord } from '../records';
import { NothingToDraw } from './limits';

/** Headings that every kind of people knows; what is else there follows under its own name. */
const NAME = 'Name';
const ID = 'Id';
const SUPERIOR = 'Reports to';

/** Values by heading, in the order in which they first come. */
type Entry = Map<string, string>;

function tableOf(entries: readonly Entry[]): string[][] {
  const headings = [...new Set([NAME, ...entries.flatMap((entry) => [...entry.keys()])])];
  return [headings, ...entries.map((entry) => headings.map((heading) => entry.get(heading) ?? ''))];
}

/** Several values of one heading stand in one cell. */
function put(entry: Entry, heading: string, value: string): void {
  if (value === '') return;
  const before = entry.get(heading);
  entry.set(heading, before === undefined ? value : `${before}; ${value}`);
}

/** Lines that go on in the next, which then begins with a blank. */
const unfolded = (text: string) =>
  text
    .replace(/\r\n?/g, '\n')
    .replace(/\n[ \t]/g, '')
    .split('\n');

function fromBase64(text: string): string | undefined {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(
      Uint8Array.from(atob(text.trim()), (letter) => letter.charCodeAt(0)),
    );
  } catch {
    // A picture, a certificate: nothing that a list shows.
    return undefined;
  }
}

/** Attributes of people in directories (RFC 4519, RFC 2798), by the heading they stand under. */
const ATTRIBUTES: Readonly<Record<string, string>> = {
  title: 'Post',
  mail: 'E-mail',
  telephonenumber: 'Phone',
  mobile: 'Mobile',
  department: 'Department',
  departmentnumber: 'Department',
  ou: 'Department',
  l: 'Place',
  physicaldeliveryofficename: 'Place',
};
/** What says how an entry is kept, not who somebody is. */
const KEPT_HOW =
  /^(dn|objectclass|version|changetype|control|cn|displayname|sn|givenname|uid|employeenumber|manager|userpassword|jpegphoto|.*;binary)$/;

/** The first line that says something: remarks and the version stand before it. */
const firstLine = (text: string): string =>
  text
    .slice(0, 4_000)
    .replace(/^\uFEFF/, '')
    .split('\n')
    .map((line) => line.trim())
    .find((line) => line !== '' && !line.startsWith('#') && !/^version: ?1$/i.test(line)) ?? '';

export const looksLikeLdif = (text: string): boolean => /^dn::? ?\S/i.test(firstLine(text));

/** A distinguished name, however it is spaced. */
const dnOf = (dn: string): string =>
  dn
    .toLowerCase()
    .split(',')
    .map((part) =>
      part
        .split('=')
        .map((word) => word.trim())
        .join('='),
    )
    .join(',');

/** What is to be done to a directory (RFC 2849): only what is added says who somebody is. */
const isChange = (record: ReadonlyMap<string, readonly string[]>) =>
  record.has('changetype') && record.get('changetype')![0] !== 'add';
const CHANGES_ONLY = 'it says only what is to be changed in a directory; export its entries';

/**
 * @returns rows, the headings first
 * @throws Error where it holds changes only
 */
export function tableOfLdif(text: string): string[][] {
  const records: Map<string, string[]>[] = [];
  let open: Map<string, string[]> | undefined;
  for (const line of unfolded(text)) {
    if (line.startsWith('#')) continue;
    const colon = line.indexOf(':');
    const name = line.slice(0, Math.max(0, colon));
    if (!/^[A-Za-z][\w.;-]*$/.test(name)) {
      if (line.trim() === '') open = undefined;
      continue;
    }
    // After a second sign the value is in base64, or the address of where it is.
    const sign = line[colon + 1];
    const written = line.slice(colon + (sign === ':' || sign === '<' ? 2 : 1));
    const value = sign === ':' ? fromBase64(written) : sign === '<' ? undefined : written.trim();
    const key = name.toLowerCase();
    if (!open || (key === 'dn' && open.has('dn'))) {
      open = new Map();
      records.push(open);
    }
    if (value !== undefined && value !== '') open.set(key, [...(open.get(key) ?? []), value]);
  }
  const first = (record: Map<string, string[]>, ...keys: string[]) => keys.flatMap((key) => record.get(key) ?? [])[0];
  const nameOf = (record: Map<string, string[]>) =>
    first(record, 'displayname', 'cn') ??
    [first(record, 'givenname'), first(record, 'sn')].filter((part) => part !== undefined).join(' ');
  const people = records.filter((record) => record.has('dn') && nameOf(record) !== '' && !isChange(record));
  if (people.length === 0 && records.some(isChange)) throw new NothingToDraw(CHANGES_ONLY);
  const idOf = new Map(
    people.map((record) => [
      dnOf(first(record, 'dn')!),
      first(record, 'uid', 'employeenumber') ?? first(record, 'dn')!,
    ]),
  );
  return tableOf(
    people.map((record) => {
      const entry: Entry = new Map([
        [NAME, nameOf(record)],
        [ID, idOf.get(dnOf(first(record, 'dn')!))!],
      ]);
      const manager = first(record, 'manager');
      if (manager !== undefined) put(entry, SUPERIOR, idOf.get(dnOf(manager)) ?? manager);
      // The same again in another language or by its sound is the same.
      for (const [key, values] of record)
        if (!KEPT_HOW.test(key) && !KEPT_HOW.test(key.split(';', 1)[0]!))
          put(entry, ATTRIBUTES[key] ?? key, values.join('; '));
      return entry;
    }),
  );
}

export const looksLikeVcard = (text: string): boolean => firstLine(text).toUpperCase() === 'BEGIN:VCARD';

const CARD: Readonly<Record<string, string>> = {
  TITLE: 'Post',
  ROLE: 'Role',
  EMAIL: 'E-mail',
  TEL: 'Phone',
  UID: ID,
  BDAY: 'Born',
  NOTE: 'Note',
  URL: 'Link',
  'X-MANAGER': SUPERIOR,
  'X-MS-MANAGER': SUPERIOR,
};
/** Parts of a value, set apart by semicolons that are not escaped (RFC 6350, 3.4). */
const partsOf = (value: string) =>
  value.split(/(?<!\\);/).map((part) =>
    part
      .replace(/\\n/gi, '\n')
      .replace(/\\([,;\\])/g, '$1')
      .trim(),
  );

/** @returns rows, the headings first */
export function tableOfVcards(text: string): string[][] {
  const entries: Entry[] = [];
  let open: Entry | undefined;
  let given = '';
  for (const line of unfolded(text)) {
    const colon = line.search(/:/);
    if (colon < 0) continue;
    const property = line
      .slice(0, colon)
      .split(';')[0]!
      .replace(/^[\w-]+\./, '')
      .toUpperCase();
    const parts = partsOf(line.slice(colon + 1));
    const [value = ''] = parts;
    if (property === 'BEGIN') {
      open = new Map([[NAME, '']]);
      given = '';
    } else if (!open) continue;
    else if (property === 'END') {
      if (open.get(NAME) === '') open.set(NAME, given);
      entries.push(open);
      open = undefined;
    } else if (property === 'FN') open.set(NAME, open.get(NAME) || value);
    else if (property === 'N') given = [parts[3], parts[1], parts[2], parts[0]].filter(Boolean).join(' ');
    else if (property === 'ORG') put(open, 'Department', parts.filter(Boolean).at(-1) ?? '');
    else if (property === 'ADR') put(open, 'Place', parts.filter(Boolean).join(', '));
    else if (property in CARD) put(open, CARD[property]!, property === 'TEL' ? value.replace(/^tel:/i, '') : value);
  }
  return tableOf(entries);
}

const words = (value: unknown): string => (typeof value === 'string' || typeof value === 'number' ? String(value) : '');
const ENTERPRISE = 'urn:ietf:params:scim:schemas:extension:enterprise:2.0:User';

/** Users of SCIM, one or a list of them. @returns rows, the headings first; undefined where a value is neither */
export function tableOfScim(value: unknown): string[][] | undefined {
  if (!isRecord(value) || !Array.isArray(value['schemas'])) return undefined;
  const schemas = value['schemas'].map(words);
  const listed = value['Resources'];
  const all = Array.isArray(listed) ? listed : [value];
  if (!schemas.some((schema) => schema.startsWith('urn:ietf:params:scim:'))) return undefined;
  const users = all.filter(isRecord);
  /** The value of what may come several times: the one that is used first. */
  const main = (many: unknown): string => {
    const entries = Array.isArray(many) ? many.filter(isRecord) : [];
    return words((entries.find((entry) => entry['primary'] === true) ?? entries[0])?.['value']);
  };
  return tableOf(
    users.map((user) => {
      const name = isRecord(user['name']) ? user['name'] : {};
      const work = isRecord(user[ENTERPRISE]) ? user[ENTERPRISE] : {};
      const manager = isRecord(work['manager']) ? work['manager'] : {};
      const called =
        words(user['displayName']) ||
        words(name['formatted']) ||
        [words(name['givenName']), words(name['familyName'])].filter(Boolean).join(' ') ||
        words(user['userName']);
      const entry: Entry = new Map([[NAME, called]]);
      put(entry, ID, words(user['id']));
      put(entry, 'Post', words(user['title']));
      put(entry, SUPERIOR, words(manager['value']) || words(manager['displayName']));
      put(entry, 'Department', words(work['department']));
      put(entry, 'E-mail', main(user['emails']));
      put(entry, 'Phone', main(user['phoneNumbers']));
      put(entry, 'User name', words(user['userName']));
      put(entry, 'Employee number', words(work['employeeNumber']));
      return entry;
    }),
  );
}

import { describe, expect, it } from 'vitest';
import { LaterDatabase } from './database-away';
import { type Migration, migrate, migrations, migrationsOf, missing } from './migrate';

const made = migrationsOf({
  '/db/002_b.sql': 'SELECT 2;',
  '/db/001_a.sql': 'SELECT 1;',
  '/db/003_c.sql': '-- outside a transaction\nSELECT 3;\nSELECT 4;\n',
});

describe('migrations', () => {
  it('are in order, each with what tells it from another of its name', () => {
    expect(made.map(({ name, alone }) => [name, alone])).toEqual([
      ['001_a.sql', false],
      ['002_b.sql', false],
      ['003_c.sql', true],
    ]);
    expect(new Set(made.map(({ checksum }) => checksum)).size).toBe(3);
    expect(migrations.map(({ name }) => name.slice(0, 3))).toEqual(
      migrations.map((_, i) => String(i + 1).padStart(3, '0')),
    );
  });
  it('that a database had are left out; those before checksums count as had', () => {
    const had = [{ name: '001_a.sql', checksum: null }];
    expect(missing(made, had).map(({ name }) => name)).toEqual(['002_b.sql', '003_c.sql']);
    expect(missing(made, []).length).toBe(3);
  });
  it('that are not known here, or are others, end it', () => {
    expect(() => missing(made, [{ name: '004_d.sql', checksum: 'x' }])).toThrow(LaterDatabase);
    expect(() => missing(made, [{ name: '002_b.sql', checksum: 'x' }])).toThrow(/another version of 002_b\.sql/);
  });
});

/** A connection that notes what it is told, and fails where it is to. */
function noting(had: readonly { name: string; checksum: string | null }[], fails?: string) {
  const told: string[] = [];
  const query = async (sql: string, values?: unknown[]) => {
    told.push(sql.trim().split('\n').at(-1)!);
    if (sql === fails) throw new Error('broken');
    if (sql.startsWith('INSERT INTO migrations')) told.push(`noted ${(values as string[])[0]}`);
    return { rows: sql.startsWith('SELECT name') ? had : [] };
  };
  return { told, client: { query } as unknown as Parameters<typeof migrate>[0] };
}

describe('running them', () => {
  const about = (told: readonly string[]) => told.filter((words) => /^(BEGIN|COMMIT|SELECT \d|noted)/.test(words));
  it('those in a row are one transaction, others run statement by statement', async () => {
    const { told, client } = noting([]);
    await migrate(client, made);
    expect(about(told)).toEqual(
      [
        'BEGIN',
        'SELECT 1;',
        'noted 001_a.sql',
        'SELECT 2;',
        'noted 002_b.sql',
        'COMMIT',
        'SELECT 3',
        'SELECT 4',
        'noted 003_c.sql',
      ].map((words) => words),
    );
  });
  it('one that fails is not noted, and nothing after it is run', async () => {
    const { told, client } = noting([], 'SELECT 2;');
    await expect(migrate(client, made)).rejects.toThrow('broken');
    expect(about(told)).not.toContain('COMMIT');
    expect(about(told)).not.toContain('SELECT 3');
  });
  it('nothing is run where all were', async () => {
    const { told, client } = noting(made.map(({ name, checksum }: Migration) => ({ name, checksum })));
    await migrate(client, made);
    expect(about(told)).toEqual([]);
  });
});

/**
 * Keys that come from outside are looked up as own entries: what every object has, such as `constructor`, is in no record of
 * ours. Held by the types: an access by any text to a record is `own(record, key)`, or goes through a Map.
 */
import ts from 'typescript';
import { expect, it } from 'vitest';

const ROOT = new URL('../../', import.meta.url).pathname;

/** Accesses of records by any text, in files of some folders, as file:line and code. */
function lookups(folders: RegExp): string[] {
  const host = { ...ts.sys, onUnRecoverableConfigFileDiagnostic: () => undefined };
  const config = ts.getParsedCommandLineOfConfigFile(`${ROOT}tsconfig.json`, {}, host)!;
  const files = config.fileNames.filter((name) => folders.test(name) && !name.endsWith('.test.ts'));
  const program = ts.createProgram(files, { ...config.options, noEmit: true });
  const checker = program.getTypeChecker();
  const found: string[] = [];
  const isWritten = (node: ts.Node): boolean =>
    (ts.isBinaryExpression(node.parent) &&
      node.parent.left === node &&
      node.parent.operatorToken.kind >= ts.SyntaxKind.FirstAssignment &&
      node.parent.operatorToken.kind <= ts.SyntaxKind.LastAssignment) ||
    ts.isDeleteExpression(node.parent);
  for (const file of program.getSourceFiles()) {
    if (!folders.test(file.fileName) || file.isDeclarationFile) continue;
    const visit = (node: ts.Node): void => {
      if (ts.isElementAccessExpression(node) && !isWritten(node)) {
        const key = checker.getTypeAtLocation(node.argumentExpression);
        const record = checker.getNonNullableType(checker.getTypeAtLocation(node.expression));
        if (key.flags & ts.TypeFlags.String && checker.getIndexInfoOfType(record, ts.IndexKind.String)) {
          const { line } = file.getLineAndCharacterOfPosition(node.getStart());
          found.push(`${file.fileName.slice(ROOT.length)}:${line + 1} ${node.getText()}`);
        }
      }
      ts.forEachChild(node, visit);
    };
    visit(file);
  }
  return found;
}

it('in server and endpoints no record is asked for a key from outside as if it had only its own', () => {
  expect(lookups(/\/src\/(server|pages)\/.*\.ts$/)).toEqual([]);
});

it('and would be found', () => {
  // The law would hold where nothing is looked at, too: core looks up ids that its schemas have checked.
  expect(lookups(/\/src\/core\/cut\.ts$|\/src\/core\/list\/refer\.ts$/).length).toBeGreaterThan(0);
});

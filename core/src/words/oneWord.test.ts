import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import ts from 'typescript';

const ROOT = join(import.meta.dirname, '../../..');
/** Attributes that a person reads or hears. */
const READ = /^(label|name|words|helperText|placeholder|title|aria-label|alt|submit|print)$/;

const filesIn = (folder: string): string[] =>
  readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) return name === 'testing' ? [] : filesIn(path);
    return /\.tsx?$/.test(name) && !name.includes('.test.') ? [path] : [];
  });

/** What of a file a person reads: all texts of the core's words; of places what stands between and in their tags. */
function textsOf(path: string): string[] {
  const source = ts.createSourceFile(path, readFileSync(path, 'utf8'), ts.ScriptTarget.Latest, true);
  const all = path.includes('core/src/words');
  const found: string[] = [];
  const walk = (node: ts.Node): void => {
    if (ts.isJsxText(node)) found.push(node.text);
    else if (ts.isStringLiteralLike(node) || ts.isTemplateLiteralToken(node)) {
      const { parent } = node;
      const read =
        (ts.isJsxAttribute(parent) && READ.test(parent.name.getText())) ||
        (ts.isPropertyAssignment(parent) && READ.test(parent.name.getText())) ||
        ts.isJsxExpression(parent);
      // A code is one word without a blank; what is said has one.
      if (read || (all && /\s/.test(node.text))) found.push(node.text);
    }
    ts.forEachChild(node, walk);
  };
  walk(source);
  return found;
}

test('one word for one thing: nothing in the interface is called what docs/words.md says it never is', () => {
  const never = readFileSync(join(ROOT, 'docs/words.md'), 'utf8')
    .split('\n')
    .flatMap((line) => /^\| [^|]+ \| [^|]+ \| ([^|]+) \|$/.exec(line)?.[1]?.split(', ') ?? [])
    .filter((word) => word !== 'never');
  expect(never.length).toBeGreaterThan(20);
  const banned = new RegExp(`\\b(${never.join('|')})s?\\b`, 'i');
  const said = [...filesIn(join(ROOT, 'web/src')), ...filesIn(join(ROOT, 'core/src/words'))].flatMap((path) =>
    textsOf(path).flatMap((text) => {
      const found = banned.exec(text);
      return found ? [`${path.slice(ROOT.length + 1)}: “${found[0]}” in “${text.trim().slice(0, 60)}”`] : [];
    }),
  );
  expect(said).toEqual([]);
});

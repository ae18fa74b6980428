import react from '@vitejs/plugin-react';
import { build } from 'vite';

interface FirstModules {
  /** What runs before the app: it stays small, and has the demo begun. */
  readonly before: ReadonlySet<string>;
  /** What lays the first page out, without those. */
  readonly first: ReadonlySet<string>;
}

/**
 * The modules that the app's first page runs, found by building once without writing: what is left when all that no place
 * on it uses is shaken off. By imports alone it would be whole rooms.
 *
 * @param root folder of the app
 * @param entry the module that lays the first page out
 */
export async function firstModules(root: string, entry: string): Promise<FirstModules> {
  const result = await build({
    root,
    configFile: false,
    logLevel: 'silent',
    define: { __BUILD__: '""' },
    plugins: [
      react(),
      {
        name: 'no-workers',
        enforce: 'pre',
        transform: (code) =>
          code.includes('new Worker(') ? code.replaceAll('new Worker(', 'Object(') : null,
      },
    ],
    build: { write: false, minify: false, target: 'es2022' },
  });
  const chunks = [result]
    .flat()
    .flatMap((each) => ('output' in each ? each.output : []))
    .filter((each) => each.type === 'chunk');
  const byFile = new Map(chunks.map((chunk) => [chunk.fileName, chunk]));
  const reached = (file: string, files = new Set<string>()): ReadonlySet<string> => {
    if (byFile.has(file) && !files.has(file)) {
      files.add(file);
      byFile.get(file)?.imports.forEach((each) => reached(each, files));
    }
    return files;
  };
  const modulesOf = (begins: (chunk: (typeof chunks)[number]) => boolean): string[] =>
    chunks
      .filter(begins)
      .flatMap(({ fileName }) => [...reached(fileName)])
      .flatMap((file) => byFile.get(file)?.moduleIds ?? []);
  const before = new Set(modulesOf(({ isEntry }) => isEntry));
  return {
    before,
    first: new Set(
      modulesOf(({ facadeModuleId }) => facadeModuleId === entry).filter((id) => !before.has(id)),
    ),
  };
}

import type { Plugin } from 'vite';

/**
 * Has the page ask for the app and all it imports at once with its first script, which brings them in only when it has begun
 * the demo: they are on their way meanwhile.
 *
 * @param entry the module that lays the first page out
 */
export function preloadApp(entry: string): Plugin {
  return {
    name: 'preload-app',
    transformIndexHtml: {
      order: 'post',
      handler: (_html, { bundle }) => {
        const files = new Set<string>();
        const follow = (file: string): void => {
          const chunk = bundle?.[file];
          if (chunk?.type !== 'chunk' || files.has(file)) return;
          files.add(file);
          chunk.imports.forEach(follow);
        };
        for (const chunk of Object.values(bundle ?? {}))
          if (chunk.type === 'chunk' && chunk.moduleIds.includes(entry)) follow(chunk.fileName);
        return [...files].map((file) => ({
          tag: 'link',
          attrs: { rel: 'modulepreload', crossorigin: true, href: `/${file}` },
          injectTo: 'head' as const,
        }));
      },
    },
  };
}

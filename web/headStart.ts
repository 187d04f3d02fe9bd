import { readFileSync } from 'node:fs';
import type { Plugin, Rolldown } from 'vite';
import { type ViewId, views } from './src/views/manifest';

/** What the server may tell the browser to fetch together with a page, before any script has run. */
interface HeadStart {
  /** The view's address, with “:name” for what varies. */
  path: string;
  modules: string[];
  asks: string[];
}

const source = new URL('./src/views/', import.meta.url);

/** The file of each view, as components.tsx has it. */
function files(): Record<string, string> {
  const code = readFileSync(new URL('components.tsx', source), 'utf8');
  return Object.fromEntries(
    [...code.matchAll(/^ {2}'?([\w-]+)'?: fetched\(\(\) => import\('\.\/(.+?)'\)\)/gm)].map(([, id, file]) => [
      id,
      file,
    ]),
  );
}

/** A chunk and all that it cannot do without. */
function closure(bundle: Rolldown.OutputBundle, of: string, into = new Set<string>()): Set<string> {
  const chunk = bundle[of];
  if (into.has(of) || chunk?.type !== 'chunk') return into;
  into.add(of);
  for (const next of chunk.imports) closure(bundle, next, into);
  return into;
}

function chunkOf(bundle: Rolldown.OutputBundle, ends: string): string {
  const found = Object.values(bundle).find(
    (x) => x.type === 'chunk' && x.moduleIds.some((id) => id.endsWith(ends)) && x.fileName.endsWith('.js'),
  );
  if (!found) throw new Error(`no chunk holds ${ends}`);
  return found.fileName;
}

/**
 * Writes head-start.json beside the page: for each view the scripts and the answers of the API that it is shown with, and the
 * fonts. So the browser asks for all of them at once, not for each when the one before has run.
 */
export function headStart(): Plugin {
  return {
    name: 'head-start',
    apply: 'build',
    // What the page says by itself is drawn before the program is there.
    transformIndexHtml: {
      order: 'post',
      handler: (html) =>
        html.replaceAll(/<(script type="module"|link rel="modulepreload")/g, '<$1 fetchpriority="low"'),
    },
    generateBundle(_, bundle) {
      const file = files();
      const entry = Object.values(bundle).find((x) => x.type === 'chunk' && x.isEntry);
      if (!entry) throw new Error('there is no entry');
      const first = closure(bundle, entry.fileName);
      const drawings = closure(bundle, chunkOf(bundle, 'drawings/registry.tsx'));
      const starts = (Object.keys(views) as ViewId[]).map((id): HeadStart => {
        const { path, asks = [], draws } = views[id];
        const of = file[id];
        if (!of) throw new Error(`components.tsx has no view ${id}`);
        const modules = closure(bundle, chunkOf(bundle, `src/views/${of}.tsx`));
        if (draws) for (const d of drawings) modules.add(d);
        return {
          path,
          modules: [...modules].filter((m) => !first.has(m)).map((m) => `/${m}`),
          asks: ['/settings', ...asks],
        };
      });
      const fonts = Object.keys(bundle).filter((f) => /-latin-wght-normal.*\.woff2$/.test(f));
      this.emitFile({
        type: 'asset',
        fileName: 'head-start.json',
        source: JSON.stringify({ fonts: fonts.map((f) => `/${f}`), views: starts }),
      });
    },
  };
}

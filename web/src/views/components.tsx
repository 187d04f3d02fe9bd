import { type ComponentType, lazy, useState } from 'react';
import { Redirect } from 'wouter';
import { useRecords } from '../api/useRecords';
import { Button } from '../components/Buttons';
import { Waiting } from '../components/Fields';
import { type ViewId, viewAt, views } from './manifest';

type View = ComponentType<{ id: string; name: string }>;

interface Fetched {
  View: View;
  /** Fetches its code; nothing when it is there already. */
  fetch: () => Promise<unknown> | undefined;
}

/** What stands in a view's place while its code cannot be fetched: a phone without a connection, or a server that has stopped. */
function Unfetched() {
  return (
    <Waiting>
      <p>
        <strong>This view could not be fetched.</strong> Is there a connection, and is the program running?
      </p>
      <Button onPress={() => location.reload()}>Try again</Button>
    </Waiting>
  );
}

/** A view whose code is fetched when it is first shown. */
function fetched(load: () => Promise<{ default: View }>): Fetched {
  let there: View | undefined;
  const fetch = async () => {
    const code = await load();
    there = code.default;
    return code;
  };
  const Late = lazy(() => fetch().catch(() => ({ default: Unfetched })));
  return {
    // What is there already is shown at once: a view that has waited once stands empty for a third of a second at the least.
    View(props) {
      const [Now] = useState(() => there ?? Late);
      return <Now {...props} />;
    },
    fetch: () => (there ? undefined : fetch()),
  };
}

/** The bench without a record opens the one that was worked on last, if it is still open. */
function LastBench() {
  const { data, error } = useRecords('');
  if (!data) return <Waiting error={error} />;
  const last = data.find((r) => !r.closed);
  return <Redirect to={last ? `/bench/${last.id}` : '/'} replace />;
}

/** The component that shows each view. */
export const components: Record<ViewId, Fetched> = {
  start: fetched(() => import('./start/Start')),
  bench: fetched(() => import('./bench/Bench')),
  'last-bench': { View: LastBench, fetch: () => undefined },
  records: fetched(() => import('./records/Records')),
  settings: fetched(() => import('./settings/Settings')),
  guide: fetched(() => import('./guide/Guide')),
  family: fetched(() => import('./guide/Family')),
  glossary: fetched(() => import('./guide/Glossary')),
  overlay: fetched(() => import('./guide/Overlay')),
  'overlay-taxon': fetched(() => import('./guide/OverlayTaxon')),
  taxon: fetched(() => import('./guide/TaxonPage')),
  compare: fetched(() => import('./compare/Compare')),
  key: fetched(() => import('./key/Key')),
};

/** How long one stays where one is, in milliseconds, before what comes next is waited for in the open. Common practice; no source. */
const patience = 400;

let last = 0;

/**
 * Goes on with `then` as soon as the view at an address can be shown without waiting, or when it has been waited for long
 * enough; not at all if another address is gone to meanwhile.
 */
export function whenReady(address: string, then: () => void): void {
  const path = address.split(/[?#]/)[0] ?? '';
  const turn = ++last;
  const id = (Object.keys(views) as ViewId[]).find((v) => views[v] === viewAt(path));
  const coming = id && components[id].fetch();
  if (!coming) {
    then();
    return;
  }
  const go = () => turn === last && then();
  // Where it cannot be fetched, what stands in its place says so.
  Promise.race([coming, new Promise((done) => setTimeout(done, patience))]).then(go, go);
}

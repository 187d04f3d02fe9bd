import { type ComponentType, useState } from 'react';
import { Button } from '../components/Buttons';
import { lazily } from '../components/lazily';
import { Waiting } from '../components/Page';
import { type ViewId, viewAt, views } from './manifest';

type Address = { id: string; name: string };
type View = ComponentType<Address>;

interface Fetched {
  View: View;
  /** Fetches its code; nothing when it is there already. */
  fetch: () => Promise<unknown> | undefined;
}

/** What stands in a view's place while its code cannot be fetched: a phone without a connection, or a server that has stopped. */
const unfetched = (
  <Waiting>
    <h1>This view could not be fetched</h1>
    <p>Is there a connection, and is the program running? It is tried again by itself.</p>
    <Button onPress={() => location.reload()}>Try again</Button>
  </Waiting>
);

/** A view whose code is fetched when it is first shown. */
function fetched(load: () => Promise<{ default: View }>): Fetched {
  let there: View | undefined;
  const get = async () => {
    const code = await load();
    there = code.default;
    return code;
  };
  const Late = lazily(get, unfetched);
  return {
    // What is there already is shown at once: a view that has waited once stands empty for a third of a second at the least.
    View(props) {
      const [Now] = useState(() => there ?? Late);
      return <Now {...props} />;
    },
    fetch: () => (there ? undefined : get()),
  };
}

/** The component that shows each view. */
export const components: Record<ViewId, Fetched> = {
  start: fetched(() => import('./start/Start')),
  bench: fetched(() => import('./bench/Bench')),
  'last-bench': fetched(() => import('./bench/LastBench')),
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
  almanac: fetched(() => import('./almanac/Almanac')),
  walks: fetched(() => import('./walks/Walks')),
  walk: fetched(() => import('./walks/Walk')),
  cards: fetched(() => import('./cards/Cards')),
  places: fetched(() => import('./places/Places')),
  practice: fetched(() => import('./practice/Practice')),
  round: fetched(() => import('./practice/Round')),
  deck: fetched(() => import('./practice/Cards')),
  misread: fetched(() => import('./practice/Misread')),
  data: fetched(() => import('./data/Data')),
  year: fetched(() => import('./year/Year')),
  place: fetched(() => import('./places/Place')),
  prints: fetched(() => import('./prints/Prints')),
  photo: fetched(() => import('./photos/Photo')),
  waiting: fetched(() => import('./waiting/Waiting')),
  kitchen: fetched(() => import('./kitchen/Kitchen')),
  batch: fetched(() => import('./kitchen/Batch')),
  formulas: fetched(() => import('./formulas/Formulas')),
  labels: fetched(() => import('./kitchen/Labels')),
  household: fetched(() => import('./household/Household')),
  emergency: fetched(() => import('./emergency/Emergency')),
  baskets: fetched(() => import('./baskets/Baskets')),
  basket: fetched(() => import('./baskets/Basket')),
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

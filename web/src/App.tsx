import { type ComponentType, lazy, Suspense, useEffect } from 'react';
import { Redirect, Route, Switch, useLocation } from 'wouter';
import { useRecords } from './api/useRecords';
import { Waiting } from './components/Fields';
import { Shell } from './components/Shell';
import { Global } from './theme/Global';
import { type ViewId, viewAt, views } from './views/manifest';

/** What a view is given: what varies in its address. */
interface Address {
  id?: string | undefined;
  name?: string | undefined;
}

/** The component that shows each view, fetched when it is first shown. */
const components: Record<ViewId, ComponentType<{ id: string; name: string }>> = {
  start: lazy(() => import('./views/start/Start')),
  bench: lazy(() => import('./views/bench/Bench')),
  'last-bench': LastBench,
  records: lazy(() => import('./views/records/Records')),
  settings: lazy(() => import('./views/settings/Settings')),
  guide: lazy(() => import('./views/guide/Guide')),
  family: lazy(() => import('./views/guide/Family')),
  glossary: lazy(() => import('./views/guide/Glossary')),
  overlay: lazy(() => import('./views/guide/Overlay')),
  'overlay-taxon': lazy(() => import('./views/guide/OverlayTaxon')),
  taxon: lazy(() => import('./views/guide/TaxonPage')),
  compare: lazy(() => import('./views/compare/Compare')),
  key: lazy(() => import('./views/key/Key')),
};

/** The bench without a record opens the one that was worked on last, if it is still open. */
function LastBench() {
  const { data, error } = useRecords('');
  if (!data) return <Waiting error={error} />;
  const last = data.find((r) => !r.closed);
  return <Redirect to={last ? `/bench/${last.id}` : '/'} replace />;
}

/** The application: its views, by their addresses. */
export function App() {
  const [path] = useLocation();
  useEffect(() => {
    document.title = `${viewAt(path)?.title ?? 'Nothing here'} · Zesty Thicket`;
  }, [path]);
  return (
    <>
      <Global />
      <Shell>
        <Suspense fallback={<Waiting />}>
          <Switch>
            {(Object.keys(views) as ViewId[]).map((id) => {
              const View = components[id];
              return (
                <Route key={id} path={views[id].path}>
                  {(at: Address) => <View key={at.id} id={at.id ?? ''} name={at.name ?? ''} />}
                </Route>
              );
            })}
            <Route>
              <Waiting>
                <p>There is nothing at this address. The views are named at the side.</p>
              </Waiting>
            </Route>
          </Switch>
        </Suspense>
      </Shell>
    </>
  );
}

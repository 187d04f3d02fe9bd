import { lazy, Suspense, useEffect } from 'react';
import { Redirect, Route, Switch, useLocation } from 'wouter';
import { useRecords } from './api/useRecords';
import { Global } from './look/Global';
import { Waiting } from './parts/Fields';
import { Shell } from './parts/Shell';

const Start = lazy(() => import('./views/start/Start'));
const Bench = lazy(() => import('./views/bench/Bench'));
const Records = lazy(() => import('./views/records/Records'));
const Settings = lazy(() => import('./views/settings/Settings'));
const Guide = lazy(() => import('./views/guide/Guide'));
const Glossary = lazy(() => import('./views/guide/Glossary'));
const Leaf = lazy(() => import('./views/guide/Leaf'));
const Family = lazy(() => import('./views/guide/Family'));
const Mine = lazy(() => import('./views/guide/Mine'));
const OwnTaxon = lazy(() => import('./views/guide/OwnTaxon'));
const Beside = lazy(() => import('./views/beside/Beside'));
const Key = lazy(() => import('./views/key/Key'));

const titles: Record<string, string> = {
  bench: 'Bench',
  records: 'Records',
  settings: 'Settings',
  guide: 'The guide',
  beside: 'Side by side',
  key: 'A key',
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
    document.title = `${titles[path.split('/')[1] ?? ''] ?? 'New record'} · Zesty Thicket`;
  }, [path]);
  return (
    <>
      <Global />
      <Shell>
        <Suspense fallback={<Waiting />}>
          <Switch>
            <Route path="/" component={Start} />
            <Route path="/bench" component={LastBench} />
            <Route path="/bench/:id">{({ id }) => <Bench key={id} id={id} />}</Route>
            <Route path="/records" component={Records} />
            <Route path="/settings" component={Settings} />
            <Route path="/guide" component={Guide} />
            <Route path="/guide/family/:name">{({ name }) => <Family name={name} />}</Route>
            <Route path="/guide/words" component={Glossary} />
            <Route path="/guide/mine" component={Mine} />
            <Route path="/guide/mine/:id">{({ id }) => <OwnTaxon key={id} id={id} />}</Route>
            <Route path="/guide/:id">{({ id }) => <Leaf key={id} id={id} />}</Route>
            <Route path="/beside" component={Beside} />
            <Route path="/key" component={Key} />
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

import { Suspense, useEffect } from 'react';
import { type AroundNavHandler, Route, Router, Switch, useLocation } from 'wouter';
import { Waiting } from './components/Fields';
import { Shell } from './components/Shell';
import { Global } from './theme/Global';
import { components, whenReady } from './views/components';
import { type ViewId, viewAt, views } from './views/manifest';

/** What a view is given: what varies in its address. */
interface Address {
  id?: string | undefined;
  name?: string | undefined;
}

const around: AroundNavHandler = (navigate, to, options) => whenReady(to, () => navigate(to, options));

/** The application: its views, by their addresses. */
export function App() {
  return (
    <Router aroundNav={around}>
      <Global />
      <Shell>
        <Views />
      </Shell>
    </Router>
  );
}

function Views() {
  const [path] = useLocation();
  useEffect(() => {
    document.title = `${viewAt(path)?.title ?? 'Nothing here'} · Zesty Thicket`;
  }, [path]);
  return (
    <Suspense fallback={<Waiting />}>
      <Switch>
        {(Object.keys(views) as ViewId[]).map((id) => {
          const { View } = components[id];
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
  );
}

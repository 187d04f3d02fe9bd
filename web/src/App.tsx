import { Suspense, useEffect } from 'react';
import { type AroundNavHandler, Route, Router, Switch, useLocation } from 'wouter';
import { leaving } from './components/drafts';
import { Guarded } from './components/Guarded';
import { Waiting } from './components/Page';
import { Shell } from './components/Shell';
import { setTitle } from './components/useTitle';
import { Global } from './theme/Global';
import { components, whenReady } from './views/components';
import { type ViewId, viewAt, views } from './views/manifest';

/** What a view is given: what varies in its address. */
interface Address {
  id?: string | undefined;
  name?: string | undefined;
}

/** Goes to another view; who has half filled something in is asked first. What only changes what this view shows is no leaving. */
const around: AroundNavHandler = (navigate, to, options) => {
  const go = () => whenReady(to, () => navigate(to, options));
  const path = to.split(/[?#]/)[0];
  if (path === location.pathname) go();
  else leaving(go);
};

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
  useEffect(() => setTitle(viewAt(path)?.title ?? 'Nothing here'), [path]);
  return (
    <Guarded at={path}>
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
              <h1>There is nothing at this address</h1>
              <p>The views are named at the side.</p>
            </Waiting>
          </Route>
        </Switch>
      </Suspense>
    </Guarded>
  );
}

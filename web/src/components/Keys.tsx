import styled from 'styled-components';
import { Link } from 'wouter';
import { useKeepSettings } from '../api/useKeepSettings';
import { useSettings } from '../api/useSettings';
import { c } from '../theme/tokens';
import { type Shortcut, viewAt, views } from '../views/manifest';
import { Button, Primary, Row } from './Buttons';
import { Popup } from './Popup';
import { strings } from './strings';
import { Tick } from './Tick';
import { useTour } from './useTour';

const List = styled.dl`
  display: grid;
  gap: 6px;
  div { display: grid; grid-template-columns: minmax(5rem, 8rem) minmax(0, 1fr); }
  dt { font-weight: 700; }
  kbd { font: inherit; border: 1.5px solid ${c('stone')}; border-radius: 6px; padding: 0 7px; margin-right: 4px; }
`;

/** The keys that work on every view. */
const everywhere: Shortcut[] = [
  ...Object.values(views).flatMap((v): Shortcut[] => (v.key ? [[[v.key], v.title]] : [])),
  [[strings.tab, strings.enter], strings.fromOneThingToThe],
  [[strings.esc], strings.closeWhatLiesOnTop],
  [['?'], strings.thisHelp],
];

/** Help for a view: its keys, the words, and the walk-through. */
export default function Keys({ path, onClose }: { path: string; onClose: () => void }) {
  const { tour, isPending } = useTour(onClose);
  const here = viewAt(path);
  return (
    <Popup title={strings.help} onClose={onClose}>
      <Row>
        <Primary isDisabled={isPending} onPress={tour}>
          {strings.walkThroughOneMinute}
        </Primary>
        <Link href="/guide/words" onClick={onClose}>
          {strings.everyWordWithItsDrawing}
        </Link>
      </Row>
      {here?.path === views.bench.path && <Weights />}
      {here && here.shortcuts.length > 0 && <Listed name={here.title} keys={here.shortcuts} />}
      <Listed name="Everywhere" keys={everywhere} />
      <Button onPress={onClose}>{strings.close}</Button>
    </Popup>
  );
}

/** What the marks on a cane mean, and whether what they weigh is told in numbers. */
function Weights() {
  const { data: settings } = useSettings();
  const keep = useKeepSettings();
  return (
    <>
      <p>{strings.aCutOnACane}</p>
      {settings && (
        <Tick
          isSelected={settings.show_weights ?? false}
          isDisabled={keep.isPending}
          onChange={(show_weights) => keep.mutate({ ...settings, show_weights })}
        >
          {strings.showTheWeights}
        </Tick>
      )}
    </>
  );
}

function Listed({ name, keys }: { name: string; keys: Shortcut[] }) {
  return (
    <>
      <h3>{strings.keys(name.toLowerCase())}</h3>
      <List>
        {keys.map(([names, does]) => (
          <div key={does}>
            <dt>
              {names.map((k) => (
                <kbd key={k}>{k}</kbd>
              ))}
            </dt>
            <dd>{does}</dd>
          </div>
        ))}
      </List>
    </>
  );
}

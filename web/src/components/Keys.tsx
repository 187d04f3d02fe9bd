import styled from 'styled-components';
import { Link } from 'wouter';
import { useKeepSettings } from '../api/useKeepSettings';
import { useSettings } from '../api/useSettings';
import { c } from '../theme/tokens';
import { type Shortcut, viewAt, views } from '../views/manifest';
import { Button, Primary, Row } from './Buttons';
import { Popup } from './Popup';
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
  [['Tab', 'Enter'], 'From one thing to the next, and take it'],
  [['Esc'], 'Close what lies on top'],
  [['?'], 'This help'],
];

/** Help for a view: its keys, the words, and the walk-through. */
export default function Keys({ path, onClose }: { path: string; onClose: () => void }) {
  const { tour, isPending } = useTour(onClose);
  const here = viewAt(path);
  return (
    <Popup title="Help" onClose={onClose}>
      <Row>
        <Primary isDisabled={isPending} onPress={tour}>
          Walk through, one minute
        </Primary>
        <Link href="/guide/words" onClick={onClose}>
          Every word with its drawing
        </Link>
      </Row>
      {here?.path === views.bench.path && <Weights />}
      {here && here.shortcuts.length > 0 && <Listed name={here.title} keys={here.shortcuts} />}
      <Listed name="Everywhere" keys={everywhere} />
      <Button onPress={onClose}>Close</Button>
    </Popup>
  );
}

/** What the marks on a cane mean, and whether what they weigh is told in numbers. */
function Weights() {
  const { data: settings } = useSettings();
  const keep = useKeepSettings();
  return (
    <>
      <p>
        A cut on a cane is as long as it weighs. A thin one is only a hint. A leaf is something that speaks for the
        harmful one. Ten decibans are ten to one, and no look weighs more.
      </p>
      {settings && (
        <Tick
          isSelected={settings.show_weights ?? false}
          isDisabled={keep.isPending}
          onChange={(show_weights) => keep.mutate({ ...settings, show_weights })}
        >
          Show the weights
        </Tick>
      )}
    </>
  );
}

function Listed({ name, keys }: { name: string; keys: Shortcut[] }) {
  return (
    <>
      <h3>Keys: {name.toLowerCase()}</h3>
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

import styled from 'styled-components';
import { Link } from 'wouter';
import { c } from '../theme/tokens';
import { type Shortcut, viewAt, views } from '../views/manifest';
import { Button, Primary, Row } from './Buttons';
import { Popup } from './Popup';
import { useTour } from './useTour';

const List = styled.dl`
  display: grid;
  gap: 6px;
  div { display: grid; grid-template-columns: 8rem 1fr; }
  dt { font-weight: 700; }
  h3 { font-size: 16px; margin-top: 8px; }
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
      <List>
        {here && here.shortcuts.length > 0 && <Listed name={here.title} keys={here.shortcuts} />}
        <Listed name="Everywhere" keys={everywhere} />
      </List>
      <Button onPress={onClose}>Close</Button>
    </Popup>
  );
}

function Listed({ name, keys }: { name: string; keys: Shortcut[] }) {
  return (
    <>
      <h3>Keys: {name.toLowerCase()}</h3>
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
    </>
  );
}

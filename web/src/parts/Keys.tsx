import styled from 'styled-components';
import { Link } from 'wouter';
import { c } from '../look/tokens';
import { Button, Primary, Row } from './Buttons';
import { Popup } from './Popup';
import { useWalk } from './useWalk';

const List = styled.dl`
  display: grid;
  gap: 6px;
  div { display: grid; grid-template-columns: 8rem 1fr; }
  dt { font-weight: 700; }
  h3 { font-size: 16px; margin-top: 8px; }
  kbd { font: inherit; border: 1.5px solid ${c('stone')}; border-radius: 6px; padding: 0 7px; margin-right: 4px; }
`;

type Key = [keys: string[], does: string];

const search: Key = [['/'], 'To the search'];

/** The keys of each view, by the start of its address; the first that fits. */
const views: [address: RegExp, name: string, keys: Key[]][] = [
  [
    /^\/bench/,
    'The bench',
    [
      [['1', '…', '9'], 'The state with that number'],
      [['u'], 'Not sure of it, on or off'],
      [['m'], 'Shows more than one, on or off'],
      [['x'], "Can't see it, because …"],
      [['z', 'y'], 'Undo, redo'],
    ],
  ],
  [
    /^\/key/,
    'A key',
    [
      [['1', '…', '9'], 'The answer with that number'],
      [['0'], "Can't tell: follow every way"],
      [['z'], 'Back a step'],
    ],
  ],
  [/^\/beside/, 'Side by side', [[['←', '→'], 'On a phone: which one stands beside it']]],
  [/^\/guide\/(mine|family)/, 'The guide', []],
  [/^\/guide\/words/, 'Words and drawings', [search]],
  [/^\/guide\/./, "A taxon's page", [[['←', '→'], 'The month of the figure']]],
  [/^\/guide/, 'The guide', [search]],
  [/^\/records/, 'Records', [search]],
  [/^\/$/, 'A new record', [search]],
];

const everywhere: Key[] = [
  [['n', 'b', 'r'], 'New record, bench, records'],
  [['g', 'k', 's'], 'Guide, a key, settings'],
  [['Tab', 'Enter'], 'From one thing to the next, and take it'],
  [['Esc'], 'Close what lies on top'],
  [['?'], 'This help'],
];

/** Help for a view: its keys, the words, and the walk-through. */
export default function Keys({ path, onClose }: { path: string; onClose: () => void }) {
  const { walk, isPending } = useWalk(onClose);
  const here = views.find(([address]) => address.test(path));
  return (
    <Popup title="Help" onClose={onClose}>
      <Row>
        <Primary isDisabled={isPending} onPress={walk}>
          Walk through, one minute
        </Primary>
        <Link href="/guide/words" onClick={onClose}>
          Every word with its drawing
        </Link>
      </Row>
      <List>
        {here && here[2].length > 0 && <Listed name={here[1]} keys={here[2]} />}
        <Listed name="Everywhere" keys={everywhere} />
      </List>
      <Button onPress={onClose}>Close</Button>
    </Popup>
  );
}

function Listed({ name, keys }: { name: string; keys: Key[] }) {
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

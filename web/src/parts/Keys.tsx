import styled from 'styled-components';
import { Button } from './Buttons';
import { Popup } from './Popup';

const List = styled.dl`
  display: grid;
  gap: 6px;
  div { display: grid; grid-template-columns: 5rem 1fr; }
  dt { font-weight: 700; }
`;

/** The keys of a view. */
export default function Keys({ of, keys, onClose }: { of: string; keys: string[][]; onClose: () => void }) {
  return (
    <Popup title={`Keys of ${of}`} onClose={onClose}>
      <List>
        {[...keys, ['Tab, Enter', 'From one thing to the next, and take it'], ['?', 'These keys']].map(
          ([key, does]) => (
            <div key={key}>
              <dt>{key}</dt>
              <dd>{does}</dd>
            </div>
          ),
        )}
      </List>
      <Button onPress={onClose}>Close</Button>
    </Popup>
  );
}

import styled from 'styled-components';
import { Link } from 'wouter';
import type { Schema } from '../../api/client';
import { useLookFor } from '../../api/useLookFor';
import { Button } from '../../components/Buttons';
import { Waiting } from '../../components/Page';
import { c } from '../../theme/tokens';
import { toldWords, tools } from './words';

const List = styled.ul`
  li { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 4px 14px; align-items: center; padding: 6px 0; border-top: 1px solid ${c('mist')}; }
  small { color: ${c('stone')}; font-size: 15px; display: block; }
`;

/** What else is in season there, the best first; what cannot be told that day stands apart, with what would do it. */
export function LookFor({ walk, onAdd }: { walk: Schema['Walk']; onAdd: (taxon: string) => void }) {
  const { data, error } = useLookFor(walk.id, walk.changed);
  if (!data) return <Waiting error={error} within />;
  const can = data.filter((x) => x.told !== 'cannot');
  const cannot = data.filter((x) => x.told === 'cannot');
  const rows = (list: typeof data, label: string) => (
    <List aria-label={label}>
      {list.map((x) => (
        <li key={x.taxon}>
          <span>
            <Link href={`/guide/${x.taxon}`}>{x.display_name}</Link> {'★'.repeat(x.stars)}
            <small>
              {toldWords[x.told]}
              {x.missing.length > 0 && ` without ${tools(x.missing)}`}
              {x.from && `; it can be named from ${x.from} on`}
              {x.found && '. It grows at one of your places'}
            </small>
          </span>
          <Button aria-label={`Look for ${x.display_name} too`} onPress={() => onAdd(x.taxon)}>
            Add
          </Button>
        </li>
      ))}
    </List>
  );
  return (
    <>
      {data.length === 0 && <p>Nothing else in this guide is in season there that day.</p>}
      {rows(can, 'To look for')}
      {cannot.length > 0 && (
        <>
          <h3>These cannot be told that day</h3>
          {rows(cannot, 'Cannot be told that day')}
        </>
      )}
    </>
  );
}

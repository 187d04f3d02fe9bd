import styled from 'styled-components';
import { Link } from 'wouter';
import type { Schema } from '../../api/client';
import { useLookFor } from '../../api/useLookFor';
import { Button } from '../../components/Buttons';
import { Waiting } from '../../components/Page';
import { c } from '../../theme/tokens';
import { strings } from './strings';
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
              {x.missing.length > 0 && strings.without(tools(x.missing))}
              {x.from && strings.itCanBeNamedFrom(x.from)}
              {x.found && '. It grows at one of your places'}
            </small>
          </span>
          <Button aria-label={strings.lookForToo(x.display_name)} onPress={() => onAdd(x.taxon)}>
            {strings.add}
          </Button>
        </li>
      ))}
    </List>
  );
  return (
    <>
      {data.length === 0 && <p>{strings.nothingElseInThisGuide}</p>}
      {rows(can, strings.toLookFor)}
      {cannot.length > 0 && (
        <>
          <h3>{strings.theseCannotBeToldThat}</h3>
          {rows(cannot, strings.cannotBeToldThatDay)}
        </>
      )}
    </>
  );
}

import styled from 'styled-components';
import type { Ruling } from '../../api/client';
import type { GuideIndex } from '../../api/useGuide';
import { Button } from '../../components/Buttons';
import { useNarrow } from '../../components/useNarrow';
import { minutes } from '../../components/words';
import { c } from '../../theme/tokens';
import { strings } from './strings';

const List = styled.div`
  margin-top: 18px;
  font-size: 15px;
  li { padding: 4px 0; border-top: 1px solid ${c('mist')}; display: flex; gap: 10px; align-items: center; }
  li button { flex: 1; text-align: left; border: 0; background: none; padding: 6px 0; min-height: 44px; font-weight: 500; text-decoration: underline; text-underline-offset: 3px; }
  small { display: block; font-size: 14px; font-weight: 400; color: ${c('stone')}; }
  span { color: ${c('stone')}; white-space: nowrap; }
`;

interface Props {
  ruling: Ruling;
  guide: GuideIndex;
  shown?: string;
  onPick: (character: string) => void;
}

/** What comes after the question that is asked now. */
export function NextChecks({ ruling, guide, shown, onPick }: Props) {
  const most = useNarrow() ? 2 : 4;
  const rest = ruling.next.filter((s) => s.character !== shown).slice(0, most);
  if (rest.length === 0) return null;
  return (
    <List>
      <strong>{strings.afterThat}</strong>
      <ul>
        {rest.map((s) => (
          <li key={s.character}>
            <Button onPress={() => onPick(s.character)}>
              {guide.character(s.character)?.name}
              <small>{s.why}</small>
            </Button>
            <span>{s.where === 'home' ? strings.atHome : minutes(s.minutes)}</span>
          </li>
        ))}
      </ul>
    </List>
  );
}

import styled from 'styled-components';
import { Link } from 'wouter';
import { useGuide } from '../../api/useGuide';
import { useRecord } from '../../api/useRecord';
import { Stalk } from '../../components/Harm';
import { Waiting } from '../../components/Page';
import { harmWords, verdictWords } from '../../components/words';
import { Figure } from '../../drawings/Figure';
import { c } from '../../theme/tokens';
import { strings } from './strings';

const Pane = styled.aside`
  padding: 16px 18px;
  border-radius: 16px;
  background: ${c('paper')};
  h2 { margin: 0; font-size: 21px; }
  h3 { font-size: 16px; margin-top: 12px; }
  li { display: grid; grid-template-columns: 14px minmax(0, 1fr); gap: 8px; align-items: center; padding: 3px 0; }
  li svg { width: 12px; height: 28px; }
  dl > div { display: grid; grid-template-columns: 1fr 1fr; gap: 10px; padding: 4px 0; border-top: 1px solid ${c('mist')}; font-size: 15px; }
  dt { color: ${c('stone')}; }
  a.open { display: inline-block; padding: 12px 0; font-weight: 700; }
`;

/** How many of what still stands, and of what was read, is told beside the list. */
const standing = 4;
const read = 9;

/** A record beside the list: its figure, its ruling, what still stands, what was read. */
export function Beside({ id }: { id: string }) {
  const { guide } = useGuide();
  const { data: record, error } = useRecord(id);
  if (!guide || !record) return <Waiting error={error} within />;
  const { ruling, about } = record;
  const still = ruling?.harmful.filter((h) => h.status !== 'out') ?? [];
  const shown = Object.fromEntries(record.readings.map((r) => [r.character, r.states?.[0]]));
  const sizes = Object.fromEntries(record.readings.map((r) => [r.character, r.value]));
  return (
    <Pane aria-label={strings.besideTheList}>
      <h2>{ruling ? verdictWords[ruling.verdict].say : strings.thereIsNoRulingLeave}</h2>
      <p>{ruling?.says ?? record.trouble}</p>
      <Figure kingdom={about.kingdom} shown={shown} sizes={sizes} label={strings.theSpecimenAsRead} />
      {still.length > 0 && (
        <>
          <h3>{strings.notRuledOut(still.length)}</h3>
          <ul>
            {still.slice(0, standing).map((h) => (
              <li key={h.taxon}>
                <Stalk small thorns={harmWords[h.harm]?.thorns ?? 0} />
                {guide.nameOf(h.taxon)}
              </li>
            ))}
          </ul>
        </>
      )}
      <h3>{record.readings.length === 0 ? strings.nothingReadYet : strings.read(record.readings.length)}</h3>
      <dl>
        {record.readings.slice(-read).map((r) => (
          <div key={r.character}>
            <dt>{guide.character(r.character)?.name ?? r.character}</dt>
            <dd>{r.says}</dd>
          </div>
        ))}
      </dl>
      <Link href={`/bench/${id}`} className="open">
        {strings.openItOnTheBench}
      </Link>
    </Pane>
  );
}

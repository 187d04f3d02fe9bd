import styled from 'styled-components';
import { c } from '../../look/tokens';
import { Sheet } from '../../pen/Sheet';

/** A harmful species in a list: its cane to the left, what is said of it to the right. */
export const Cane = styled.li`
  display: grid;
  grid-template-columns: 30px 1fr;
  gap: 10px;
  padding: 11px 0;
  border-top: 1.5px solid ${c('mist')};
  h3 { font-size: 17px; }
  .harm { font-size: 14.5px; color: ${c('thorn')}; font-weight: 600; }
  .cuts { display: flex; flex-wrap: wrap; gap: 6px; margin-top: 6px; font-size: 14px; }
  .cut { background: ${c('cutWash')}; color: ${c('cut')}; border-radius: 7px; padding: 3px 8px; font-weight: 600; }
  .need { border: 1.5px dashed ${c('thorn')}; color: ${c('thorn')}; border-radius: 7px; padding: 2px 8px; }
  .hint { border: 1px solid ${c('mist')}; border-radius: 7px; padding: 3px 8px; }
  .holds { margin-top: 6px; font-size: 14px; color: ${c('stone')}; display: flex; flex-wrap: wrap; gap: 4px 8px; align-items: center; }
  .holds button { min-height: 40px; padding: 4px 10px; border-width: 1px; border-radius: 8px; font-weight: 500; font-size: 14px; }
`;

/** A cane with its thorns; felled where it is down. */
export function Stalk({ thorns, down }: { thorns: number; down?: boolean }) {
  const at = [14, 34, 54].slice(0, thorns);
  return (
    <Sheet viewBox="0 0 30 74" width="30" height="74" aria-hidden>
      <path className={down ? 'gone' : ''} d="M15 72C13 50 17 30 15 2" />
      {at.map((y, i) => (
        <path key={y} className="thorn" d={i % 2 ? `M15 ${y}L4 ${y - 7}l8 11z` : `M15 ${y}l11-6-8 11z`} />
      ))}
      {down && <path d="M6 66L24 56" />}
    </Sheet>
  );
}

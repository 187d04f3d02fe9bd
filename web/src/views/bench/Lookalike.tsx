import styled from 'styled-components';
import { c } from '../../theme/tokens';

/** A harmful species in a list: its cane to the left, what is said of it to the right. */
export const Lookalike = styled.li`
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
  .for { background: ${c('thornWash')}; color: ${c('thorn')}; border-radius: 7px; padding: 3px 8px; font-weight: 600; }
  .hint { border: 1px solid ${c('mist')}; border-radius: 7px; padding: 3px 8px; }
  .holds { margin-top: 6px; font-size: 14px; color: ${c('stone')}; display: flex; flex-wrap: wrap; gap: 4px 8px; align-items: center; }
  .holds button { min-height: 40px; padding: 4px 10px; border-width: 1px; border-radius: 8px; font-weight: 500; font-size: 14px; }
`;

import styled from 'styled-components';
import { c, narrow } from '../../theme/tokens';

/** Lines of a name and what is said of it. */
export const Rows = styled.ul`
  margin: 8px 0 16px;
  li { display: grid; grid-template-columns: minmax(180px, 1fr) 2fr; gap: 4px 16px; padding: 8px 0; border-top: 1px solid ${c('mist')}; }
  ${narrow} { li { grid-template-columns: minmax(0, 1fr); } }
`;

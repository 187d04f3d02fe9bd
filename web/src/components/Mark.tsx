import styled from 'styled-components';
import { c } from '../theme/tokens';

/** A mark of where something comes from. */
export const Mark = styled.span`
  display: inline-block;
  margin-left: 6px;
  padding: 0 7px;
  border: 1.5px dashed ${c('stone')};
  border-radius: 6px;
  font-size: 13.5px;
  font-weight: 600;
`;

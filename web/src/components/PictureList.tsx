import styled from 'styled-components';
import { Thumb } from '../drawings/Thumb';
import { c } from '../theme/tokens';

/** A list of what came of certain taxa: a small figure, what it is, and what can be done with it. */
export const PictureList = styled.ul`
  margin: 10px 0 4px;
  border-bottom: 1.5px solid ${c('mist')};
  > li { display: flex; flex-wrap: wrap; gap: 6px 14px; align-items: center; padding: 10px 0; border-top: 1.5px solid ${c('mist')}; }
  .said { flex: 1 1 168px; min-width: 0; }
  &&& :is(h2, h3) { font-size: 18px; margin: 0; }
  small { color: ${c('stone')}; font-size: 15px; display: block; }
`;

/** The figures of at most three taxa. */
export const Thumbs = ({ taxa }: { taxa: string[] }) =>
  taxa.slice(0, 3).map((t) => <Thumb key={t} taxon={t} size={52} />);

import styled from 'styled-components';
import type { Taxon } from '../api/client';
import { c } from '../theme/tokens';
import { useWords } from './guideWords';
import { strings } from './strings';
import { harmWords } from './words';

const Told = styled.span`
  font-weight: 600;
  &.harms { color: ${c('thorn')}; }
  &.used { color: ${c('cut')}; }
`;

/** What a taxon costs by mistake, and what it is taken for, in words. */
export function UseAndHarm({ taxon }: { taxon: Taxon }) {
  const used = taxon.use !== 'none' ? useWords[taxon.use] : '';
  return (
    <>
      {taxon.harm !== 'none' && <Told className="harms">{harmWords[taxon.harm]?.say}</Told>}
      {taxon.harm !== 'none' && used ? '; ' : ''}
      {used && <Told className="used">{used}</Told>}
      {taxon.harm === 'none' && !used && <Told>{strings.nothingToTakeNoHarm}</Told>}
      {taxon.contact && (
        <>
          {'; '}
          <Told className="harms">{strings.hurtsToTouch}</Told>
        </>
      )}
    </>
  );
}

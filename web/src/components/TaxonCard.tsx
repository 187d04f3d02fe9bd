import type { ReactNode } from 'react';
import styled from 'styled-components';
import { Link } from 'wouter';
import type { Taxon } from '../api/client';
import { Thumb } from '../drawings/Thumb';
import { c } from '../theme/tokens';
import { Stalk } from './Harm';
import { UseAndHarm } from './UseAndHarm';
import { harmWords } from './words';

/** Taxa as pictures, side by side. */
export const Cards = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(158px, 1fr));
  gap: 10px;
  margin: 10px 0 16px;
  > li {
    content-visibility: auto;
    contain-intrinsic-size: auto 190px;
    display: grid;
    grid-template-rows: auto 1fr;
    padding: 10px;
    border-radius: 14px;
    background: ${c('paper')};
    break-inside: avoid;
  }
  .picture { display: grid; grid-template-columns: 1fr 18px; align-items: start; }
  .picture > span { justify-self: center; }
  a { font-weight: 700; text-underline-offset: 3px; }
  em { color: ${c('stone')}; }
  .says { font-size: 15px; line-height: 1.3; }
`;

/** One of them: its figure, its thorns, its name, what it is gathered for and what it does. */
export function TaxonCard({ taxon, children }: { taxon: Taxon; children?: ReactNode }) {
  return (
    <li>
      <div className="picture">
        <Thumb taxon={taxon.id} size={104} />
        <Stalk small thorns={harmWords[taxon.harm]?.thorns ?? 0} />
      </div>
      <div className="says">
        <Link href={`/guide/${taxon.id}`}>{taxon.display_name}</Link> <em>{taxon.name}</em>
        <div>
          <UseAndHarm taxon={taxon} />
        </div>
        {children}
      </div>
    </li>
  );
}

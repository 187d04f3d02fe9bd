import styled from 'styled-components';
import { c } from '../theme/tokens';

/** The paper that everything is drawn on: ink lines, one mist fill, zest for the part asked about. */
export const Sheet = styled.svg`
  display: block;
  fill: none;
  stroke: ${c('ink')};
  stroke-width: 2;
  stroke-linecap: round;
  stroke-linejoin: round;
  .fine { stroke-width: 1.1; }
  .fill { fill: ${c('mist')}; }
  .flat { fill: ${c('mist')}; stroke: none; }
  .solid { fill: ${c('ink')}; stroke: none; }
  .paper { fill: ${c('paper')}; }
  .here { fill: ${c('zest')}; stroke: ${c('ink')}; }
  .calm .here { fill: ${c('mist')}; }
  .glow { stroke: ${c('zest')}; stroke-width: 7; opacity: 0.8; }
  .calm .glow { stroke: none; }
  .gone { stroke: ${c('stone')}; stroke-dasharray: 2 6; fill: none; }
  .notch { stroke: ${c('cut')}; stroke-width: 3; }
  .notch.fine { stroke-width: 1.4; }
  .leafback { fill: ${c('thorn')}; stroke: none; opacity: 0.85; }
  .thorn { fill: ${c('thorn')}; stroke: none; }
  text { fill: ${c('stone')}; stroke: none; font-size: 9px; font-family: inherit; }
  .beside { stroke: ${c('stone')}; }
  .number circle { fill: ${c('ink')}; stroke: ${c('paper')}; stroke-width: 1.5; }
  .number text { fill: ${c('paper')}; font-size: 10.5px; font-weight: 700; }
  /* Flat tints under the same lines, on screens only; where the ground is dark, the lines on them are not. */
  @media screen and (forced-colors: none) {
    [data-tinted] :is(.fill, .paper, .here, .flat) { fill: var(--tint); }
    .calm [data-tinted] .here { fill: var(--tint); }
  }
  @media screen and (prefers-color-scheme: dark) and (forced-colors: none) {
    [data-tinted] :is(.fill, .paper, .here, .fine) { stroke: ${c('onZest')}; }
    [data-tinted]:not([data-part='root']) .solid { fill: ${c('onZest')}; }
  }
  @media (forced-colors: active) { stroke: CanvasText; }
`;

import styled from 'styled-components';
import type { Schema } from '../api/client';
import { c } from '../theme/tokens';
import { strings } from './strings';

const Bar = styled.svg`
  display: block;
  width: 100%;
  height: 16px;
  overflow: visible;
  .year { fill: ${c('mist')}; }
  .there { fill: ${c('ink')}; }
  .harm { fill: none; stroke: ${c('thorn')}; stroke-width: 2.6; stroke-linecap: round; vector-effect: non-scaling-stroke; }
  .month { stroke: ${c('paper')}; stroke-width: 1; vector-effect: non-scaling-stroke; }
  .now { stroke: ${c('ink')}; stroke-width: 5; vector-effect: non-scaling-stroke; }
  .zest { stroke: ${c('zest')}; stroke-width: 2.4; vector-effect: non-scaling-stroke; }
  @media print { .year { fill: #ddd; } .there { fill: #000; } .zest { stroke: #fff; } }
`;

/** The first days of the months but January. */
const months = [32, 60, 91, 121, 152, 182, 213, 244, 274, 305, 335];

type Span = Schema['Span'];

/** The stretches of one year, those that run over its end in two. */
const within = (spans: Span[]) =>
  spans.flatMap((s) =>
    s.from <= s.to
      ? [[s.from, s.to]]
      : [
          [1, s.to],
          [s.from, 365],
        ],
  ) as [number, number][];

/** A year as a strip, with what is there of it, and the day: a filled bar, or a zigzag line for a harmful one. */
export function Strip({ spans, today, harm, label }: { spans: Span[]; today: number; harm?: boolean; label: string }) {
  const said = spans.length === 0 ? strings.theGuideDoesNotSay : spans.map((s) => s.says).join(', and ');
  return (
    <Bar viewBox="0 0 365 16" preserveAspectRatio="none" role="img" aria-label={`${label}: ${said}`}>
      <rect className="year" x="0" y="6" width="365" height="4" />
      {within(spans).map(([from, to]) =>
        harm ? (
          <path key={from} className="harm" d={zigzag(from, to)} />
        ) : (
          <rect key={from} className="there" x={from - 1} y="2" width={Math.max(2, to - from + 1)} height="12" rx="2" />
        ),
      )}
      {months.map((m) => (
        <path key={m} className="month" d={`M${m} 2V14`} />
      ))}
      <path className="now" d={`M${today} 0V16`} />
      <path className="zest" d={`M${today} 0V16`} />
    </Bar>
  );
}

/** Up and down from one day to another. */
function zigzag(from: number, to: number): string {
  let d = `M${from} 8`;
  for (let x = from + 3, up = true; x <= to; x += 6, up = !up) d += `L${x} ${up ? 3 : 13}`;
  return `${d}L${to} 8`;
}

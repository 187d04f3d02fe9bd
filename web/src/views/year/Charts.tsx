import { scaleLinear, scaleSqrt } from 'd3-scale';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import type { Schema } from '../../api/client';
import { monthNames } from '../../components/guideWords';
import { useNarrow } from '../../components/useNarrow';
import { c, narrow } from '../../theme/tokens';
import { strings } from './strings';

type Tally = Schema['Tally'];
type Entry = Schema['Entry'];

const Drawing = styled.svg`
  display: block;
  width: 100%;
  height: auto;
  text { font-size: 13px; fill: ${c('ink')}; }
  .axis { stroke: ${c('mist')}; }
  .none { fill: ${c('mist')}; }
  .seen { fill: ${c('paper')}; stroke: ${c('ink')}; stroke-width: 2; }
  .taken { fill: ${c('ink')}; }
  .eaten { fill: none; stroke: ${c('ink')}; stroke-width: 2; stroke-dasharray: 2 2; }
  .on { outline: 3px solid ${c('zest')}; }
  a:focus-visible { outline: 3px solid ${c('ink')}; }
`;

/** A name at the edge of the days. */
const Label = ({ x, y, children }: { x: number; y: number; children: ReactNode }) => (
  <text x={x} y={x === 0 ? y + 4 : y} textAnchor={x === 0 ? 'start' : 'middle'}>
    {children}
  </text>
);

/** How much room a day has either way, and where the days begin: after the months' names beside them, or above them. */
const room = 26;
const begins = { beside: 40, above: 18 };

/** What was done on a day, as it is said. */
export const tallyWords = (t: Tally, grams: (g: number) => string): string =>
  [
    t.found > 0 && `${t.found} found`,
    t.taken_g > 0 && `${grams(t.taken_g)} taken`,
    t.left > 0 && `${t.left} left`,
    t.meals > 0 && `${t.meals} ${t.meals === 1 ? 'meal' : 'meals'}`,
  ]
    .filter(Boolean)
    .join(', ') || 'nothing';

/** A year, a row a month, and on a phone a column a month: a circle is larger the more was found, filled where something was taken, dashed round where it was eaten. */
export function Days({
  year,
  days,
  grams,
  onDay,
}: {
  year: number;
  days: Tally[];
  grams: (g: number) => string;
  onDay: (day: string) => void;
}) {
  const by = new Map(days.map((d) => [d.key, d]));
  const upright = useNarrow();
  const size = scaleSqrt([0, Math.max(4, ...days.map((d) => d.found))], [4, 11]);
  /** Where a day of a month is drawn; a month without a day is where its name stands, a day without a month where its number. */
  const at = (month: number | undefined, day: number | undefined) => {
    const m = month === undefined ? undefined : (month + 0.5) * room;
    const d = day === undefined ? undefined : (day + 0.5) * room;
    const [across, down] = upright ? [m, d] : [d, m];
    const left = upright ? begins.beside / 2 : begins.beside;
    return { x: across === undefined ? 0 : left + across, y: down === undefined ? 12 : begins.above + down };
  };
  const wide = upright ? begins.beside / 2 + 12 * room : begins.beside + 31 * room;
  return (
    <Drawing
      viewBox={`0 0 ${wide} ${begins.above + (upright ? 31 : 12) * room}`}
      role="group"
      aria-label={strings.theDaysOfTheTable(year)}
    >
      {[1, 10, 20, 30].map((d) => (
        <Label key={d} {...at(undefined, d - 1)}>
          {d}
        </Label>
      ))}
      {monthNames.map((m, i) => (
        <g key={m}>
          <Label {...at(i, undefined)}>{m}</Label>
          {Array.from({ length: new Date(year, i + 1, 0).getDate() }, (_, n) => {
            const key = `${year}-${String(i + 1).padStart(2, '0')}-${String(n + 1).padStart(2, '0')}`;
            const d = by.get(key);
            const { x, y } = at(i, n);
            if (!d) return <circle key={key} className="none" cx={x} cy={y} r="2" />;
            return (
              <a
                key={key}
                href={`#${key}`}
                aria-label={`${key}: ${tallyWords(d, grams)}`}
                onClick={(e) => {
                  e.preventDefault();
                  onDay(key);
                }}
              >
                <circle className={d.taken_g > 0 ? 'taken' : 'seen'} cx={x} cy={y} r={size(d.found)} />
                {d.meals > 0 && <circle className="eaten" cx={x} cy={y} r={size(d.found) + 3.5} />}
                <title>{`${key}: ${tallyWords(d, grams)}`}</title>
              </a>
            );
          })}
        </g>
      ))}
    </Drawing>
  );
}

const Bars = styled.ol`
  li { display: grid; grid-template-columns: minmax(7rem, 14rem) minmax(0, 1fr) minmax(0, 15rem); gap: 4px 12px; align-items: center; padding: 5px 0; }
  ${narrow} { li { grid-template-columns: minmax(0, 1fr); gap: 0; padding: 4px 0 10px; } }
  i { display: block; height: 14px; background: ${c('ink')}; border-radius: 3px; min-width: 2px; }
  b { font-variant-numeric: tabular-nums; font-weight: 600; }
  button { text-align: left; border: 0; background: none; padding: 8px 0; min-height: 44px; font: inherit; color: inherit; text-decoration: underline; cursor: pointer; }
`;

/** Bars with their numbers; each leads to what it is made of. */
export function Ranks({
  label,
  rows,
  onPick,
}: {
  label: string;
  rows: { key: string; name: string; value: number; says: string }[];
  onPick?: (key: string) => void;
}) {
  const width = scaleLinear([0, Math.max(1, ...rows.map((r) => r.value))], [0, 100]);
  return (
    <Bars aria-label={label}>
      {rows.map((r) => (
        <li key={r.key}>
          {onPick ? (
            <button type="button" onClick={() => onPick(r.key)}>
              {r.name}
            </button>
          ) : (
            <span>{r.name}</span>
          )}
          <i style={{ width: `${width(r.value)}%` }} />
          <b>{r.says}</b>
        </li>
      ))}
    </Bars>
  );
}

/** By how many slips what was cleared lay away from a harmful one, over the year. */
export function Margins({ year, entries }: { year: number; entries: Entry[] }) {
  const top = Math.max(4, ...entries.map((e) => e.margin ?? 0));
  const x = scaleLinear([Date.UTC(year, 0, 1), Date.UTC(year, 11, 31)], [30, 790]);
  const y = scaleLinear([0, top], [150, 12]);
  return (
    <Drawing viewBox="0 0 800 176" role="group" aria-label={strings.marginsInTheListBelow(year)}>
      {Array.from({ length: top + 1 }, (_, n) => (
        <g key={n}>
          <path className="axis" d={`M30 ${y(n)}H790`} />
          <text x="20" y={y(n) + 4} textAnchor="end">
            {n}
          </text>
        </g>
      ))}
      {monthNames.map((m, i) => (
        <text key={m} x={x(Date.UTC(year, i, 15))} y="170" textAnchor="middle">
          {m}
        </text>
      ))}
      {entries.map((e) => (
        <circle key={e.id} className="seen" cx={x(Date.parse(e.date))} cy={y(e.margin ?? 0)} r="7">
          <title>{strings.margin(e.date, e.name, e.margin ?? '')}</title>
        </circle>
      ))}
    </Drawing>
  );
}

const Season = styled.svg`
  display: block;
  width: 100%;
  height: 14px;
  overflow: visible;
  .own { fill: ${c('paper')}; stroke: ${c('ink')}; stroke-width: 2; vector-effect: non-scaling-stroke; }
`;

/** The days on which something of one kind was found or taken, under the almanac's strip of it. */
export function OwnDays({ year, days }: { year: number; days: string[] }) {
  const first = Date.UTC(year, 0, 1);
  return (
    <Season viewBox="0 0 365 14" preserveAspectRatio="none" role="img" aria-label={strings.ownDays(days.join(', '))}>
      {days.map((d) => (
        <path key={d} className="own" d={`M${(Date.parse(d) - first) / 86_400_000} 2V12`} />
      ))}
    </Season>
  );
}

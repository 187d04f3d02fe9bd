import { useRef, useState } from 'react';
import styled from 'styled-components';
import type { Schema } from '../../api/client';
import { useChangeAlmanac } from '../../api/useChangeAlmanac';
import { useSettings } from '../../api/useSettings';
import { Button, Primary, Quiet, Row } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { Folded } from '../../components/Folded';
import { tell } from '../../components/Notice';
import { Quantity } from '../../components/Quantity';
import { inUnits } from '../../components/units';
import { useToday } from '../../components/useToday';
import { c } from '../../theme/tokens';

const Table = styled.table`
  border-collapse: collapse;
  margin-top: 12px;
  font-variant-numeric: tabular-nums;
  th, td { text-align: right; padding: 4px 14px 4px 0; border-top: 1px solid ${c('mist')}; }
  th:first-child, td:first-child { text-align: left; }
`;

const Day = styled.form`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 12px;
  align-items: end;
  max-width: 46rem;
  margin: 12px 0;
`;

/** The greatest size of a table, in bytes. */
const mostBytes = 500_000;

/** A day so many days before another. */
function daysBefore(date: string, days: number): string {
  const at = new Date(`${date}T00:00:00Z`);
  at.setUTCDate(at.getUTCDate() - days);
  return at.toISOString().slice(0, 10);
}

/** What weather was noted, and the ways of noting more. */
export function Weather({ data, date }: { data: Schema['Almanac']; date: string }) {
  const { days, from, to } = data.weather;
  return (
    <Folded open={false} heading={<h2>Weather: {days === 0 ? 'none entered' : `${days} days, ${from} to ${to}`}</h2>}>
      {() => <Within data={data} date={date} />}
    </Folded>
  );
}

function Within({ data, date }: { data: Schema['Almanac']; date: string }) {
  const { mutate, isPending } = useChangeAlmanac(date);
  const { data: settings } = useSettings();
  const file = useRef<HTMLInputElement>(null);
  const today = useToday();
  const [day, setDay] = useState(today);
  const [rain, setRain] = useState<number>();
  const [low, setLow] = useState<number>();
  const [high, setHigh] = useState<number>();
  const units = inUnits(settings?.units === 'imperial');
  const w = data.weather;
  const take = async (picked: File | undefined) => {
    if (!picked) return;
    if (picked.size > mostBytes) {
      const size = Math.round(picked.size / 1024);
      tell({
        bad: true,
        text: `Nothing was kept. ${picked.name} has ${size} kB; a table has at most 500. Is it the right file?`,
      });
      return;
    }
    mutate(
      { do: 'table', name: picked.name, text: await picked.text() },
      {
        onSuccess: ({ gaps }) =>
          tell({ text: gaps ? `${picked.name} was taken; ${gaps}.` : `${picked.name} was taken.` }),
      },
    );
  };
  const shown = (kind: typeof units.rain, v: number | undefined) => (v === undefined ? '–' : kind.shown(v));
  const kept = (kind: typeof units.rain, v: number | undefined) => (v === undefined ? undefined : kind.kept(v));
  return (
    <>
      <p>
        Rain tells when to look for what waits for it. It hides nothing.
        {w.missing > 0 && ` ${w.missing} days between are missing.`}
        {w.sources.length > 0 && ` From: ${w.sources.join(', ')}.`}
      </p>
      <Day
        onSubmit={(e) => {
          e.preventDefault();
          const one = {
            date: day,
            rain_mm: kept(units.rain, rain),
            tmin_c: kept(units.warmth, low),
            tmax_c: kept(units.warmth, high),
          };
          mutate({ do: 'weather', days: [one] });
        }}
      >
        <Text label="Day" type="date" value={day} onChange={setDay} />
        <Quantity label={`Rain, ${units.rain.unit}`} value={rain} onChange={setRain} />
        <Quantity label={`Coldest, ${units.warmth.unit}`} min={-130} value={low} onChange={setLow} />
        <Quantity label={`Warmest, ${units.warmth.unit}`} min={-130} value={high} onChange={setHigh} />
        <Primary type="submit" isDisabled={isPending}>
          Keep the day
        </Primary>
      </Day>
      <Row>
        <Button isDisabled={isPending} onPress={() => file.current?.click()}>
          Take a table (CSV)
        </Button>
        <Quiet isDisabled={isPending} onPress={() => mutate({ do: 'station', from: daysBefore(date, 59) })}>
          Sixty made-up days, to try it
        </Quiet>
        <input
          ref={file}
          type="file"
          accept=".csv,text/csv"
          hidden
          aria-label="A table of weather"
          onChange={(e) => {
            void take(e.currentTarget.files?.[0]);
            e.currentTarget.value = '';
          }}
        />
      </Row>
      <p>
        A table begins with <code>date,tmin_c,tmax_c,rain_mm</code> and has a line a day, such as{' '}
        <code>2026-09-03,8,19.5,12</code>; what was not measured stays empty.
      </p>
      {w.latest.length > 0 && (
        <Table>
          <thead>
            <tr>
              <th scope="col">Day</th>
              <th scope="col">Rain, {units.rain.unit}</th>
              <th scope="col">Coldest, {units.warmth.unit}</th>
              <th scope="col">Warmest, {units.warmth.unit}</th>
            </tr>
          </thead>
          <tbody>
            {[...w.latest].reverse().map((d) => (
              <tr key={d.date}>
                <td>{d.date}</td>
                <td>{shown(units.rain, d.rain_mm)}</td>
                <td>{shown(units.warmth, d.tmin_c)}</td>
                <td>{shown(units.warmth, d.tmax_c)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </>
  );
}

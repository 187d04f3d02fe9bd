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
import { strings } from './strings';

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
    <Folded
      open={false}
      heading={<h2>{strings.weather(days === 0 ? strings.noneEntered : `${days} days, ${from} to ${to}`)}</h2>}
    >
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
        text: strings.nothingWasKeptHasKb(picked.name, size),
      });
      return;
    }
    mutate(
      { do: 'table', name: picked.name, text: await picked.text() },
      {
        onSuccess: ({ gaps }) =>
          tell({ text: gaps ? strings.wasTaken(picked.name, gaps) : strings.wasTaken2(picked.name) }),
      },
    );
  };
  const shown = (kind: typeof units.rain, v: number | undefined) => (v === undefined ? '–' : kind.shown(v));
  const kept = (kind: typeof units.rain, v: number | undefined) => (v === undefined ? undefined : kind.kept(v));
  return (
    <>
      <p>
        {strings.rainTellsWhenToLook}
        {w.missing > 0 && strings.daysBetweenAreMissing(w.missing)}
        {w.sources.length > 0 && strings.from(w.sources.join(', '))}
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
        <Text label={strings.day} type="date" value={day} onChange={setDay} />
        <Quantity label={strings.rain(units.rain.unit)} value={rain} onChange={setRain} />
        <Quantity label={strings.coldest(units.warmth.unit)} min={-130} value={low} onChange={setLow} />
        <Quantity label={strings.warmest(units.warmth.unit)} min={-130} value={high} onChange={setHigh} />
        <Primary type="submit" isDisabled={isPending}>
          {strings.keepTheDay}
        </Primary>
      </Day>
      <Row>
        <Button isDisabled={isPending} onPress={() => file.current?.click()}>
          {strings.takeATableCsv}
        </Button>
        <Quiet isDisabled={isPending} onPress={() => mutate({ do: 'station', from: daysBefore(date, 59) })}>
          {strings.sixtyMadeUpDaysTo}
        </Quiet>
        <input
          ref={file}
          type="file"
          accept=".csv,text/csv"
          hidden
          aria-label={strings.aTableOfWeather}
          onChange={(e) => {
            void take(e.currentTarget.files?.[0]);
            e.currentTarget.value = '';
          }}
        />
      </Row>
      <p>
        {strings.aTableBeginsWith}
        <code>{strings.dateTminCTmaxC}</code>
        {strings.andHasALineA}
        <code>2026-09-03,8,19.5,12</code>
        {strings.whatWasNotMeasuredStays}
      </p>
      {w.latest.length > 0 && (
        <Table>
          <thead>
            <tr>
              <th scope="col">{strings.day}</th>
              <th scope="col">{strings.rain(units.rain.unit)}</th>
              <th scope="col">{strings.coldest(units.warmth.unit)}</th>
              <th scope="col">{strings.warmest(units.warmth.unit)}</th>
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

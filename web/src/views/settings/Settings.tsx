import { useState } from 'react';
import type { Settings as Kept } from '../../api/client';
import { useGuide } from '../../api/useGuide';
import { useKeepSettings, useSettings } from '../../api/useSettings';
import { Primary, Quiet, Row } from '../../parts/Buttons';
import { Group, Page, Pick, Text, Tick, Waiting } from '../../parts/Fields';
import { tell } from '../../parts/Notice';

/** What a user sets once. */
export default function Settings() {
  const { data, error } = useSettings();
  const { book } = useGuide();
  if (!data || !book) return <Waiting error={error} />;
  return <Form kept={data} />;
}

function Form({ kept }: { kept: Kept }) {
  const { book } = useGuide();
  const keep = useKeepSettings();
  const [s, setS] = useState(kept);
  const [at, setAt] = useState({
    latitude: String(kept.place.latitude ?? ''),
    longitude: String(kept.place.longitude ?? ''),
  });
  const [wrong, setWrong] = useState('');
  const set = (part: Partial<Kept>) => setS({ ...s, ...part });
  const flip = (list: string[], id: string, on: boolean) =>
    on ? [...list.filter((x) => x !== id), id] : list.filter((x) => x !== id);
  const send = () => {
    const [latitude, longitude] = [at.latitude, at.longitude].map((v) =>
      v.trim() === '' ? undefined : Number(v.replace(',', '.')),
    );
    if (Number.isNaN(latitude) || Number.isNaN(longitude))
      return setWrong('Latitude and longitude are numbers in degrees, such as 49.3 and 19.3.');
    setWrong('');
    keep.mutate(
      { ...s, place: { ...s.place, latitude, longitude } },
      { onSuccess: () => tell({ text: 'Your settings were kept.' }) },
    );
  };
  const locate = () =>
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => {
        setAt({ latitude: coords.latitude.toFixed(4), longitude: coords.longitude.toFixed(4) });
        set({ place: { ...s.place, accuracy_m: Math.round(coords.accuracy) } });
      },
      () => setWrong('This device did not say where it is. Type the degrees instead.'),
    );
  return (
    <Page
      as="form"
      onSubmit={(e: React.FormEvent) => {
        e.preventDefault();
        send();
      }}
    >
      <h1>Settings</h1>
      <Group>
        <h2>In an emergency</h2>
        <Text
          label="Poison centre, telephone"
          type="tel"
          value={s.poison_centre}
          onChange={(poison_centre) => set({ poison_centre })}
          hint="It stands at the foot of every view."
        />
        <Text
          label="Emergency service, telephone"
          type="tel"
          value={s.emergency_service}
          onChange={(emergency_service) => set({ emergency_service })}
        />
      </Group>
      <Group>
        <h2>You</h2>
        <Text label="Your name, for records" value={s.observer} onChange={(observer) => set({ observer })} />
        <Tick isSelected={s.no_colour} onChange={(no_colour) => set({ no_colour })}>
          I cannot tell colours well: do not ask me for them
        </Tick>
        <Tick isSelected={s.no_smell} onChange={(no_smell) => set({ no_smell })}>
          I cannot smell: do not ask me for scents
        </Tick>
        <Pick
          label="Units"
          value={s.units}
          onChange={(units) => set({ units: units as Kept['units'] })}
          options={[
            { id: 'metric', name: 'Millimetres and grams' },
            { id: 'imperial', name: 'Inches and ounces' },
          ]}
        />
      </Group>
      <Group>
        <h2>Where you look</h2>
        <Text label="Place" value={s.place.name ?? ''} onChange={(name) => set({ place: { ...s.place, name } })} />
        <Row>
          <Text
            label="Latitude, degrees"
            inputMode="decimal"
            value={at.latitude}
            onChange={(latitude) => setAt({ ...at, latitude })}
          />
          <Text
            label="Longitude, degrees"
            inputMode="decimal"
            value={at.longitude}
            onChange={(longitude) => setAt({ ...at, longitude })}
          />
        </Row>
        <Row>
          <Quiet onPress={locate}>Ask this device where it is</Quiet>
        </Row>
        <Pick
          label="Region"
          value={s.region}
          onChange={(region) => set({ region })}
          options={[
            { id: '', name: 'Not given: leave no species aside' },
            ...(book?.regions.map((r) => ({ id: r.code, name: r.name })) ?? []),
          ]}
        />
      </Group>
      <Group>
        <h2>What is in the bag</h2>
        <Tick isSelected={s.all_tools} onChange={(all_tools) => set({ all_tools })}>
          Every tool is at hand
        </Tick>
        {!s.all_tools &&
          book?.tools.map((tool) => (
            <Tick key={tool} isSelected={s.kit.includes(tool)} onChange={(on) => set({ kit: flip(s.kit, tool, on) })}>
              {tool}
            </Tick>
          ))}
      </Group>
      <Group>
        <h2>What you were taught, in person</h2>
        <p>
          Tick only what somebody qualified showed you on living specimens, more than once. Nobody checks this but you.
        </p>
        {book?.gates.map((g) => (
          <Tick
            key={g.id}
            isSelected={s.taught.includes(g.id)}
            onChange={(on) => set({ taught: flip(s.taught, g.id, on) })}
          >
            <span>
              <strong>{g.name}.</strong> {g.why}
            </span>
          </Tick>
        ))}
      </Group>
      <Group>
        {wrong && <p role="alert">{wrong}</p>}
        <Row>
          <Primary type="submit" isDisabled={keep.isPending}>
            Keep the settings
          </Primary>
          <a href="/api/v1/copy" download>
            A copy of everything, as one file
          </a>
        </Row>
      </Group>
    </Page>
  );
}

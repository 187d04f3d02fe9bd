import { useRef, useState } from 'react';
import { Link } from 'wouter';
import type { Settings as Kept, Schema } from '../../api/client';
import { useGuide } from '../../api/useGuide';
import { useKeepSettings } from '../../api/useKeepSettings';
import { useSettings } from '../../api/useSettings';
import { Primary, Quiet, Row } from '../../components/Buttons';
import { useDraft } from '../../components/drafts';
import { Text } from '../../components/Fields';
import { Height } from '../../components/Height';
import { tell } from '../../components/Notice';
import { Page, Waiting } from '../../components/Page';
import { Group, Pick, toFirstWrong } from '../../components/Pick';
import { Quantity } from '../../components/Quantity';
import { TaxonPicker } from '../../components/TaxonPicker';
import { Tick } from '../../components/Tick';
import { inUnits, withUnit } from '../../components/units';

/** What a user sets once. */
export default function Settings() {
  const { data, error } = useSettings();
  const { guide } = useGuide();
  if (!data || !guide) return <Waiting error={error} />;
  return <Form kept={data} />;
}

function Form({ kept }: { kept: Kept }) {
  const { guide } = useGuide();
  const keep = useKeepSettings();
  // Only what was changed here is a draft: what is set elsewhere meanwhile is shown, and stays.
  const [draft, setDraft] = useDraft<Partial<Kept>>('settings');
  const s: Kept = { ...kept, ...draft };
  const [wrong, setWrong] = useState<{ latitude?: string; longitude?: string; here?: string }>({});
  const form = useRef<HTMLFormElement>(null);
  const set = (part: Partial<Kept>) => setDraft({ ...draft, ...part });
  const flip = (list: string[], id: string, on: boolean) =>
    on ? [...list.filter((x) => x !== id), id] : list.filter((x) => x !== id);
  const put = (place: Partial<Kept['place']>) => set({ place: { ...s.place, ...place } });
  const limit = (at: number, part: Partial<Schema['OwnLimit']>) =>
    set({ limits: (s.limits ?? []).map((l, i) => (i === at ? { ...l, ...part } : l)) });
  const send = () => {
    const { latitude, longitude } = s.place;
    if ((latitude === undefined) !== (longitude === undefined)) {
      const says = 'Latitude and longitude are given together, or neither.';
      setWrong(latitude === undefined ? { latitude: says } : { longitude: says });
      return toFirstWrong(form.current);
    }
    setWrong({});
    keep.mutate(s, {
      onSuccess: () => {
        setDraft(undefined);
        tell({ text: 'Your settings were kept.' });
      },
    });
  };
  const locate = () =>
    navigator.geolocation.getCurrentPosition(
      ({ coords }) =>
        put({
          latitude: Number(coords.latitude.toFixed(4)),
          longitude: Number(coords.longitude.toFixed(4)),
          accuracy_m: Math.round(coords.accuracy),
          ...(coords.altitude === null ? {} : { elevation_m: Math.round(coords.altitude) }),
        }),
      () => setWrong({ here: 'This device did not say where it is. Type the degrees instead.' }),
    );
  return (
    <Page
      as="form"
      ref={form as never}
      data-prints
      onSubmit={(e: React.FormEvent) => {
        e.preventDefault();
        send();
      }}
    >
      <h1>Settings</h1>
      {kept.trouble && <p role="alert">{kept.trouble}</p>}
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
        <Tick isSelected={s.show_weights ?? false} onChange={(show_weights) => set({ show_weights })}>
          Show the weights: what each look weighs, in decibans
        </Tick>
        <Tick isSelected={s.no_shortcuts ?? false} onChange={(no_shortcuts) => set({ no_shortcuts })}>
          Keys do nothing by themselves: no key for a view, an answer or undo
        </Tick>
        <Tick isSelected={s.quiet ?? false} onChange={(quiet) => set({ quiet })}>
          A timer whose time is over makes no sound
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
        <Quantity
          label="Drops of your own dropper in 5 ml"
          whole
          value={s.dropper || undefined}
          onChange={(dropper) => set({ dropper: dropper ?? 0 })}
          hint="Count them once with water. Left empty, a standard dropper counts: 20 drops to the millilitre."
        />
      </Group>
      <Group>
        <h2>Where you look</h2>
        <Text label="Place" value={s.place.name ?? ''} onChange={(name) => put({ name })} />
        <Row>
          <Quantity
            label="Latitude, degrees"
            unit="deg"
            min={-90}
            max={90}
            value={s.place.latitude}
            wrong={wrong.latitude}
            onChange={(latitude) => put({ latitude })}
          />
          <Quantity
            label="Longitude, degrees"
            unit="deg"
            min={-180}
            max={180}
            value={s.place.longitude}
            wrong={wrong.longitude}
            onChange={(longitude) => put({ longitude })}
          />
        </Row>
        <Height value={s.place.elevation_m} onChange={(elevation_m) => put({ elevation_m })} />
        <Row>
          <Quiet onPress={locate}>Ask this device where it is</Quiet>
        </Row>
        {wrong.here && <p role="alert">{wrong.here}</p>}
        <Pick
          label="Region"
          value={s.region}
          onChange={(region) => set({ region })}
          options={[
            { id: '', name: 'Not given: leave no species aside' },
            ...(guide?.regions.map((r) => ({ id: r.code, name: r.name })) ?? []),
          ]}
        />
      </Group>
      <Group>
        <h2>The map</h2>
        <p>
          Without an address the drawn valley that comes with the program is shown, and nothing leaves this machine.
          With one, the pictures of what you look at are fetched from that host alone: it learns where you look.
        </p>
        <Text
          label="Address of a map"
          value={s.tiles?.url ?? ''}
          onChange={(url) => set({ tiles: { ...s.tiles, url } })}
          placeholder="https://tiles.example/{z}/{x}/{y}.png"
        />
        <Text
          label="Whose map it is"
          value={s.tiles?.attribution ?? ''}
          onChange={(attribution) => set({ tiles: { url: '', ...s.tiles, attribution } })}
        />
        <Quantity
          label="Its finest zoom"
          whole
          max={22}
          value={s.tiles?.max_zoom || undefined}
          onChange={(v) => set({ tiles: { url: '', ...s.tiles, max_zoom: v ?? 0 } })}
        />
      </Group>
      <Group>
        <h2>What is in the bag</h2>
        <Tick isSelected={s.all_tools} onChange={(all_tools) => set({ all_tools })}>
          Every tool is at hand
        </Tick>
        {!s.all_tools &&
          guide?.tools.map((tool) => (
            <Tick key={tool} isSelected={s.kit.includes(tool)} onChange={(on) => set({ kit: flip(s.kit, tool, on) })}>
              {tool}
            </Tick>
          ))}
      </Group>
      <Group>
        <h2>What you take at most</h2>
        <p>Law and custom of your place, as you set them: they are said before the guide's own share.</p>
        {(s.limits ?? []).map((l, i) => (
          <Row key={l.taxon} style={{ alignItems: 'end' }}>
            <strong>{guide?.nameOf(l.taxon) ?? l.taxon}</strong>
            <Tick isSelected={l.protected ?? false} onChange={(on) => limit(i, { protected: on })}>
              Protected: none is taken
            </Tick>
            {!l.protected && (
              <Quantity
                label={`Grams a day of ${guide?.nameOf(l.taxon) ?? l.taxon}`}
                unit="g"
                value={l.g_a_day || undefined}
                onChange={(g) => limit(i, { g_a_day: g ?? 0 })}
              />
            )}
            <Quiet
              aria-label={`No limit for ${guide?.nameOf(l.taxon) ?? l.taxon}`}
              onPress={() => set({ limits: (s.limits ?? []).filter((x) => x.taxon !== l.taxon) })}
            >
              Remove
            </Quiet>
          </Row>
        ))}
        <TaxonPicker
          label="A limit for"
          useful
          onPick={({ id: taxon }) => {
            if (!(s.limits ?? []).some((l) => l.taxon === taxon))
              set({ limits: [...(s.limits ?? []), { taxon, protected: true, g_a_day: 0 }] });
          }}
        />
      </Group>
      {(s.known ?? []).length > 0 && (
        <Group>
          <h2>What you measure by on photographs</h2>
          {(s.known ?? []).map((k, i) => (
            <Row key={`${k.name} ${k.mm}`}>
              <span>
                {k.name}: {withUnit(inUnits(s.units === 'imperial').length, k.mm)}
              </span>
              <Quiet
                aria-label={`Remove ${k.name}`}
                onPress={() => set({ known: (s.known ?? []).filter((_, n) => n !== i) })}
              >
                Remove
              </Quiet>
            </Row>
          ))}
        </Group>
      )}
      <Group>
        <h2>What you were taught, in person</h2>
        <p>
          Tick only what somebody qualified showed you on living specimens, more than once. Nobody checks this but you.
        </p>
        {guide?.gates.map((g) => (
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
        <Row>
          <Primary type="submit" isDisabled={keep.isPending}>
            Keep the settings
          </Primary>
          {draft && <Quiet onPress={() => setDraft(undefined)}>As they were</Quiet>}
          {draft && <span role="status">Not kept yet.</span>}
          <Link href="/data">Backups, and your data in and out</Link>
        </Row>
      </Group>
    </Page>
  );
}

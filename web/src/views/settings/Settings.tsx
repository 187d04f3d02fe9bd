import { useRef, useState } from 'react';
import { Link } from 'wouter';
import type { Settings as Kept, Schema } from '../../api/client';
import { useGuide } from '../../api/useGuide';
import { useKeepSettings } from '../../api/useKeepSettings';
import { useSettings } from '../../api/useSettings';
import { Afterwards } from '../../components/Afterwards';
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
import { strings } from './strings';

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
      const says = strings.latitudeAndLongitudeAreGiven;
      setWrong(latitude === undefined ? { latitude: says } : { longitude: says });
      return toFirstWrong(form.current);
    }
    setWrong({});
    keep.mutate(s, {
      onSuccess: () => {
        setDraft(undefined);
        tell({ text: strings.yourSettingsWereKept });
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
      () => setWrong({ here: strings.thisDeviceDidNotSay }),
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
      <h1>{strings.settings}</h1>
      {kept.trouble && <p role="alert">{kept.trouble}</p>}
      <Group>
        <h2>{strings.inAnEmergency}</h2>
        <Text
          label={strings.poisonCentreTelephone}
          type="tel"
          value={s.poison_centre}
          onChange={(poison_centre) => set({ poison_centre })}
          hint={strings.itStandsAtTheFoot}
        />
        <Text
          label={strings.emergencyServiceTelephone}
          type="tel"
          value={s.emergency_service}
          onChange={(emergency_service) => set({ emergency_service })}
        />
      </Group>
      <Group>
        <h2>{strings.you}</h2>
        <Text label={strings.yourNameForRecords} value={s.observer} onChange={(observer) => set({ observer })} />
        <Tick isSelected={s.no_colour} onChange={(no_colour) => set({ no_colour })}>
          {strings.iCannotTellColoursWell}
        </Tick>
        <Tick isSelected={s.no_smell} onChange={(no_smell) => set({ no_smell })}>
          {strings.iCannotSmellDoNot}
        </Tick>
        <Tick isSelected={s.show_weights ?? false} onChange={(show_weights) => set({ show_weights })}>
          {strings.showTheWeightsWhatEach}
        </Tick>
        <Tick isSelected={s.no_shortcuts ?? false} onChange={(no_shortcuts) => set({ no_shortcuts })}>
          {strings.keysDoNothingByThemselves}
        </Tick>
        <Tick isSelected={s.quiet ?? false} onChange={(quiet) => set({ quiet })}>
          {strings.aTimerWhoseTimeIs}
        </Tick>
        <Pick
          label={strings.units}
          value={s.units}
          onChange={(units) => set({ units: units as Kept['units'] })}
          options={[
            { id: 'metric', name: strings.millimetresAndGrams },
            { id: 'imperial', name: strings.inchesAndOunces },
          ]}
        />
        <Quantity
          label={strings.dropsOfYourOwnDropper}
          whole
          value={s.dropper || undefined}
          onChange={(dropper) => set({ dropper: dropper ?? 0 })}
          hint={strings.countThemOnceWithWater}
        />
      </Group>
      <Group>
        <h2>{strings.whereYouLook}</h2>
        <Text label={strings.place} value={s.place.name ?? ''} onChange={(name) => put({ name })} />
        <Row>
          <Quantity
            label={strings.latitudeDegrees}
            unit="deg"
            min={-90}
            max={90}
            value={s.place.latitude}
            wrong={wrong.latitude}
            onChange={(latitude) => put({ latitude })}
          />
          <Quantity
            label={strings.longitudeDegrees}
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
          <Quiet onPress={locate}>{strings.askThisDeviceWhereIt}</Quiet>
        </Row>
        {wrong.here && <p role="alert">{wrong.here}</p>}
        <Pick
          label={strings.region}
          value={s.region}
          onChange={(region) => set({ region })}
          options={[
            { id: '', name: strings.notGivenLeaveNoSpecies },
            ...(guide?.regions.map((r) => ({ id: r.code, name: r.name })) ?? []),
          ]}
        />
      </Group>
      <Afterwards>
        {() => (
          <>
            <Group>
              <h2>{strings.theMap}</h2>
              <p>{strings.withoutAnAddressTheDrawn}</p>
              <Text
                label={strings.addressOfAMap}
                value={s.tiles?.url ?? ''}
                onChange={(url) => set({ tiles: { ...s.tiles, url } })}
                placeholder={strings.httpsTilesExampleZX}
              />
              <Text
                label={strings.whoseMapItIs}
                value={s.tiles?.attribution ?? ''}
                onChange={(attribution) => set({ tiles: { url: '', ...s.tiles, attribution } })}
              />
              <Quantity
                label={strings.itsFinestZoom}
                whole
                max={22}
                value={s.tiles?.max_zoom || undefined}
                onChange={(v) => set({ tiles: { url: '', ...s.tiles, max_zoom: v ?? 0 } })}
              />
            </Group>
            <Group>
              <h2>{strings.whatIsInTheBag}</h2>
              <Tick isSelected={s.all_tools} onChange={(all_tools) => set({ all_tools })}>
                {strings.everyToolIsAtHand}
              </Tick>
              {!s.all_tools &&
                guide?.tools.map((tool) => (
                  <Tick
                    key={tool}
                    isSelected={s.kit.includes(tool)}
                    onChange={(on) => set({ kit: flip(s.kit, tool, on) })}
                  >
                    {tool}
                  </Tick>
                ))}
            </Group>
            <Group>
              <h2>{strings.whatYouTakeAtMost}</h2>
              <p>{strings.lawAndCustomOfYour}</p>
              {(s.limits ?? []).map((l, i) => (
                <Row key={l.taxon}>
                  <strong>{guide?.nameOf(l.taxon) ?? l.taxon}</strong>
                  <Tick isSelected={l.protected ?? false} onChange={(on) => limit(i, { protected: on })}>
                    {strings.protectedNoneIsTaken}
                  </Tick>
                  {!l.protected && (
                    <Quantity
                      label={strings.gramsADayOf(guide?.nameOf(l.taxon) ?? l.taxon)}
                      unit="g"
                      value={l.g_a_day || undefined}
                      onChange={(g) => limit(i, { g_a_day: g ?? 0 })}
                    />
                  )}
                  <Quiet
                    aria-label={strings.noLimitFor(guide?.nameOf(l.taxon) ?? l.taxon)}
                    onPress={() => set({ limits: (s.limits ?? []).filter((x) => x.taxon !== l.taxon) })}
                  >
                    {strings.remove}
                  </Quiet>
                </Row>
              ))}
              <TaxonPicker
                label={strings.aLimitFor}
                useful
                onPick={({ id: taxon }) => {
                  if (!(s.limits ?? []).some((l) => l.taxon === taxon))
                    set({ limits: [...(s.limits ?? []), { taxon, protected: true, g_a_day: 0 }] });
                }}
              />
            </Group>
            {(s.known ?? []).length > 0 && (
              <Group>
                <h2>{strings.whatYouMeasureByOn}</h2>
                {(s.known ?? []).map((k, i) => (
                  <Row key={`${k.name} ${k.mm}`}>
                    <span>
                      {k.name}: {withUnit(inUnits(s.units === 'imperial').length, k.mm)}
                    </span>
                    <Quiet
                      aria-label={strings.remove2(k.name)}
                      onPress={() => set({ known: (s.known ?? []).filter((_, n) => n !== i) })}
                    >
                      {strings.remove}
                    </Quiet>
                  </Row>
                ))}
              </Group>
            )}
            <Group>
              <h2>{strings.whatYouWereTaughtIn}</h2>
              <p>{strings.tickOnlyWhatSomebodyQualified}</p>
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
                  {strings.keepTheSettings}
                </Primary>
                {draft && <Quiet onPress={() => setDraft(undefined)}>{strings.asTheyWere}</Quiet>}
                {draft && <span role="status">{strings.notKeptYet}</span>}
                <Link href="/data">{strings.backupsAndYourDataIn}</Link>
              </Row>
            </Group>
          </>
        )}
      </Afterwards>
    </Page>
  );
}

import { useState } from 'react';
import type { Schema } from '../../api/client';
import { useGuide } from '../../api/useGuide';
import { Primary, Quiet, Row } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { Folded } from '../../components/Folded';
import { Pick } from '../../components/Pick';
import { Quantity } from '../../components/Quantity';
import { TaxonPicker } from '../../components/TaxonPicker';
import { Tick } from '../../components/Tick';
import { useUnits } from '../../components/useUnits';

type Details = Schema['Details'];

/** What makes a place no place to eat from, in words. */
const pollutionWords: Record<Schema['Pollution'], string> = {
  road: 'A road with traffic within 20 m',
  sprayed: 'It is sprayed or dressed',
  dump: 'On or below an old dump',
  industry: 'Industry or a mine is or was near',
};

const spreadWords: Record<Schema['Spreads'], string> = {
  '': 'Not said',
  runners: 'By runners',
  seed: 'By seed',
  both: 'By runners and seed',
};

/** What is known of a place, to be written or changed. */
export function DetailsForm({
  about,
  form,
  within,
  busy,
  error,
  onKeep,
  onLeave,
}: {
  about: Details;
  form: Schema['PlaceForm'];
  /** Places that it may stand in. */
  within: Schema['PatchName'][];
  busy: boolean;
  error: Error | null;
  onKeep: (about: Details) => void;
  onLeave: () => void;
}) {
  const { guide } = useGuide();
  const { weight } = useUnits();
  const [a, setA] = useState(about);
  const set = (part: Partial<Details>) => setA({ ...a, ...part });
  const named = (id: string) => guide?.nameOf(id) ?? id;
  const leaves = a.leaves ?? [];
  const limits = a.limits ?? [];
  const limit = (taxon: string, part: Partial<Schema['PlaceLimit']>) =>
    set({ limits: limits.map((l) => (l.taxon === taxon ? { ...l, ...part } : l)) });
  return (
    <form
      aria-label="What is known of the place"
      style={{ display: 'grid', gap: 12, margin: '12px 0' }}
      onSubmit={(e) => {
        e.preventDefault();
        onKeep(a);
      }}
    >
      <Text
        label="Its name"
        value={a.name}
        onChange={(name) => set({ name })}
        placeholder="Long Pasture, by the gate"
      />
      {(a.grows ?? []).map((id) => (
        <Row key={id}>
          <strong>{named(id)}</strong>
          <Quiet
            aria-label={`${named(id)} does not grow there`}
            onPress={() => set({ grows: (a.grows ?? []).filter((x) => x !== id) })}
          >
            Remove
          </Quiet>
        </Row>
      ))}
      <TaxonPicker
        label="What grows there"
        onPick={({ id }) => !(a.grows ?? []).includes(id) && set({ grows: [...(a.grows ?? []), id] })}
      />
      {form === 'arc' && (
        <Quantity
          label={weight.unit === 'oz' ? 'What a piece weighs, ounces' : 'What a piece weighs, grams'}
          unit={weight.unit}
          value={a.piece_g ? weight.shown(a.piece_g) : undefined}
          onChange={(v) => set({ piece_g: v ? weight.kept(v) : 0 })}
        />
      )}
      <fieldset style={{ border: 0, padding: 0, margin: 0 }}>
        <legend style={{ fontWeight: 600 }}>Nothing is eaten from there, because</legend>
        {(Object.keys(pollutionWords) as Schema['Pollution'][]).map((p) => (
          <Tick
            key={p}
            isSelected={(a.pollution ?? []).includes(p)}
            onChange={(on) =>
              set({ pollution: on ? [...(a.pollution ?? []), p] : (a.pollution ?? []).filter((x) => x !== p) })
            }
          >
            {pollutionWords[p]}
          </Tick>
        ))}
      </fieldset>
      <Text
        label="What is dangerous there"
        value={a.dangers ?? ''}
        onChange={(dangers) => set({ dangers })}
        placeholder="A bog, cattle with calves, the road, ticks"
      />
      <Folded open={false} heading="Whose it is, one tree of its own, the stand">
        {() => (
          <div style={{ display: 'grid', gap: 12 }}>
            <Text label="Owner" value={a.owner ?? ''} onChange={(owner) => set({ owner })} />
            {leaves.map((l, i) => (
              <Row key={i} style={{ alignItems: 'end' }}>
                <Text
                  label={`Who gave leave, ${i + 1}`}
                  value={l.who}
                  onChange={(who) => set({ leaves: leaves.map((x, n) => (n === i ? { ...x, who } : x)) })}
                />
                <Text
                  label={`For what, ${i + 1}`}
                  value={l.what ?? ''}
                  onChange={(what) => set({ leaves: leaves.map((x, n) => (n === i ? { ...x, what } : x)) })}
                />
                <Quiet onPress={() => set({ leaves: leaves.filter((_, n) => n !== i) })}>Remove</Quiet>
              </Row>
            ))}
            <Row>
              <Quiet onPress={() => set({ leaves: [...leaves, { who: '' }] })}>Somebody gave leave</Quiet>
            </Row>
            {limits.map((l) => (
              <Row key={l.taxon} style={{ alignItems: 'end' }}>
                <strong>{named(l.taxon)}</strong>
                <Tick isSelected={l.protected ?? false} onChange={(on) => limit(l.taxon, { protected: on })}>
                  None is taken there
                </Tick>
                {!l.protected && (
                  <Quantity
                    label={`${weight.unit === 'oz' ? 'Ounces' : 'Grams'} a day of ${named(l.taxon)} there`}
                    unit={weight.unit}
                    value={l.g_a_day ? weight.shown(l.g_a_day) : undefined}
                    onChange={(v) => limit(l.taxon, { g_a_day: v ? weight.kept(v) : 0 })}
                  />
                )}
                <Quiet
                  aria-label={`No limit there for ${named(l.taxon)}`}
                  onPress={() => set({ limits: limits.filter((x) => x.taxon !== l.taxon) })}
                >
                  Remove
                </Quiet>
              </Row>
            ))}
            <TaxonPicker
              label="A limit there, for"
              useful
              onPick={({ id: taxon }) =>
                !limits.some((l) => l.taxon === taxon) && set({ limits: [...limits, { taxon, protected: true }] })
              }
            />
            {a.taxon ? (
              <Row>
                <span>
                  One <strong>{named(a.taxon)}</strong>, visited again and again
                </span>
                <Quiet onPress={() => set({ taxon: '' })}>No single one</Quiet>
              </Row>
            ) : (
              <TaxonPicker label="It is one tree, shrub or vine: which" onPick={({ id: taxon }) => set({ taxon })} />
            )}
            {within.length > 0 && (
              <Pick
                label="It stands in"
                value={a.within ?? ''}
                onChange={(id) => set({ within: id })}
                options={[{ id: '', name: 'No other place' }, ...within]}
              />
            )}
            <Quantity
              label="How many stems"
              whole
              value={a.stems || undefined}
              onChange={(v) => set({ stems: v ?? 0 })}
            />
            <Pick
              label="How it spreads"
              value={a.spreads ?? ''}
              onChange={(v) => set({ spreads: v as Schema['Spreads'] })}
              options={(Object.keys(spreadWords) as Schema['Spreads'][]).map((id) => ({ id, name: spreadWords[id] }))}
            />
            <Text
              label="Who else lives on it"
              value={a.lives ?? ''}
              onChange={(lives) => set({ lives })}
              placeholder="Eggs, caterpillars, nests"
            />
          </div>
        )}
      </Folded>
      <Text label="Note" value={a.note ?? ''} onChange={(note) => set({ note })} />
      {error && <p role="alert">{error.message}</p>}
      <Row>
        <Primary type="submit" isDisabled={busy || !a.name.trim()}>
          Keep the place
        </Primary>
        <Quiet onPress={onLeave}>Not now</Quiet>
      </Row>
    </form>
  );
}

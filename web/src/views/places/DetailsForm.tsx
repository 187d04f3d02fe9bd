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
import { strings } from './strings';

type Details = Schema['Details'];

/** What makes a place no place to eat from, in words. */
const pollutionWords: Record<Schema['Pollution'], string> = {
  road: strings.aRoadWithTrafficWithin,
  sprayed: strings.itIsSprayedOrDressed,
  dump: strings.onOrBelowAnOld,
  industry: strings.industryOrAMineIs,
};

const spreadWords: Record<Schema['Spreads'], string> = {
  '': strings.notSaid,
  runners: strings.byRunners,
  seed: strings.bySeed,
  both: strings.byRunnersAndSeed,
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
      aria-label={strings.whatIsKnownOfThe}
      style={{ display: 'grid', gap: 12, margin: '12px 0' }}
      onSubmit={(e) => {
        e.preventDefault();
        onKeep(a);
      }}
    >
      <Text
        label={strings.itsName}
        value={a.name}
        onChange={(name) => set({ name })}
        placeholder={strings.longPastureByTheGate}
      />
      {(a.grows ?? []).map((id) => (
        <Row key={id}>
          <strong>{named(id)}</strong>
          <Quiet
            aria-label={strings.doesNotGrowThere(named(id))}
            onPress={() => set({ grows: (a.grows ?? []).filter((x) => x !== id) })}
          >
            {strings.remove}
          </Quiet>
        </Row>
      ))}
      <TaxonPicker
        label={strings.whatGrowsThere}
        onPick={({ id }) => !(a.grows ?? []).includes(id) && set({ grows: [...(a.grows ?? []), id] })}
      />
      {form === 'arc' && (
        <Quantity
          label={weight.unit === 'oz' ? strings.whatAPieceWeighsOunces : strings.whatAPieceWeighsGrams}
          unit={weight.unit}
          value={a.piece_g ? weight.shown(a.piece_g) : undefined}
          onChange={(v) => set({ piece_g: v ? weight.kept(v) : 0 })}
        />
      )}
      <fieldset style={{ border: 0, padding: 0, margin: 0 }}>
        <legend style={{ fontWeight: 600 }}>{strings.nothingIsEatenFromThere}</legend>
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
        label={strings.whatIsDangerousThere}
        value={a.dangers ?? ''}
        onChange={(dangers) => set({ dangers })}
        placeholder={strings.aBogCattleWithCalves}
      />
      <Folded open={false} heading={strings.whoseItIsOneTree}>
        {() => (
          <div style={{ display: 'grid', gap: 12 }}>
            <Text label={strings.owner} value={a.owner ?? ''} onChange={(owner) => set({ owner })} />
            {leaves.map((l, i) => (
              <Row key={i}>
                <Text
                  label={strings.whoGaveLeave(i + 1)}
                  value={l.who}
                  onChange={(who) => set({ leaves: leaves.map((x, n) => (n === i ? { ...x, who } : x)) })}
                />
                <Text
                  label={strings.forWhat(i + 1)}
                  value={l.what ?? ''}
                  onChange={(what) => set({ leaves: leaves.map((x, n) => (n === i ? { ...x, what } : x)) })}
                />
                <Quiet onPress={() => set({ leaves: leaves.filter((_, n) => n !== i) })}>{strings.remove}</Quiet>
              </Row>
            ))}
            <Row>
              <Quiet onPress={() => set({ leaves: [...leaves, { who: '' }] })}>{strings.somebodyGaveLeave}</Quiet>
            </Row>
            {limits.map((l) => (
              <Row key={l.taxon}>
                <strong>{named(l.taxon)}</strong>
                <Tick isSelected={l.protected ?? false} onChange={(on) => limit(l.taxon, { protected: on })}>
                  {strings.noneIsTakenThere}
                </Tick>
                {!l.protected && (
                  <Quantity
                    label={strings.aDayOfThere(weight.unit === 'oz' ? strings.ounces : strings.grams, named(l.taxon))}
                    unit={weight.unit}
                    value={l.g_a_day ? weight.shown(l.g_a_day) : undefined}
                    onChange={(v) => limit(l.taxon, { g_a_day: v ? weight.kept(v) : 0 })}
                  />
                )}
                <Quiet
                  aria-label={strings.noLimitThereFor(named(l.taxon))}
                  onPress={() => set({ limits: limits.filter((x) => x.taxon !== l.taxon) })}
                >
                  {strings.remove}
                </Quiet>
              </Row>
            ))}
            <TaxonPicker
              label={strings.aLimitThereFor}
              useful
              onPick={({ id: taxon }) =>
                !limits.some((l) => l.taxon === taxon) && set({ limits: [...limits, { taxon, protected: true }] })
              }
            />
            {a.taxon ? (
              <Row>
                <span>
                  {strings.one}
                  <strong>{named(a.taxon)}</strong>
                  {strings.visitedAgainAndAgain}
                </span>
                <Quiet onPress={() => set({ taxon: '' })}>{strings.noSingleOne}</Quiet>
              </Row>
            ) : (
              <TaxonPicker label={strings.itIsOneTreeShrub} onPick={({ id: taxon }) => set({ taxon })} />
            )}
            {within.length > 0 && (
              <Pick
                label={strings.itStandsIn}
                value={a.within ?? ''}
                onChange={(id) => set({ within: id })}
                options={[{ id: '', name: strings.noOtherPlace }, ...within]}
              />
            )}
            <Quantity
              label={strings.howManyStems}
              whole
              value={a.stems || undefined}
              onChange={(v) => set({ stems: v ?? 0 })}
            />
            <Pick
              label={strings.howItSpreads}
              value={a.spreads ?? ''}
              onChange={(v) => set({ spreads: v as Schema['Spreads'] })}
              options={(Object.keys(spreadWords) as Schema['Spreads'][]).map((id) => ({ id, name: spreadWords[id] }))}
            />
            <Text
              label={strings.whoElseLivesOnIt}
              value={a.lives ?? ''}
              onChange={(lives) => set({ lives })}
              placeholder={strings.eggsCaterpillarsNests}
            />
          </div>
        )}
      </Folded>
      <Text label={strings.note} value={a.note ?? ''} onChange={(note) => set({ note })} />
      {error && <p role="alert">{error.message}</p>}
      <Row>
        <Primary type="submit" isDisabled={busy || !a.name.trim()}>
          {strings.keepThePlace}
        </Primary>
        <Quiet onPress={onLeave}>{strings.notNow}</Quiet>
      </Row>
    </form>
  );
}

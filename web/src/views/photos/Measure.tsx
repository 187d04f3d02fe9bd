import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { useChangeRecord } from '../../api/useChangeRecord';
import { useKeepSettings } from '../../api/useKeepSettings';
import { useMeasure } from '../../api/usePhotoQuestions';
import type { Photo } from '../../api/usePhotos';
import { useSettings } from '../../api/useSettings';
import { Button, Primary, Row } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { tell } from '../../components/Notice';
import { Pick } from '../../components/Pick';
import { Quantity } from '../../components/Quantity';
import { Tick } from '../../components/Tick';
import { withUnit } from '../../components/units';
import { useUnits } from '../../components/useUnits';
import { c } from '../../theme/tokens';
import type { Mark } from './Picture';

const Steps = styled.div`
  display: grid;
  gap: 12px;
  margin-top: 12px;
  strong.says { font-size: 24px; }
  .wrong { color: ${c('thorn')}; font-weight: 600; }
`;

/** From how many pixels of the photograph in one of the screen on points are coarse. Common practice; no source. */
const coarse = 1.5;

/** Measures on a photograph: two points on something of known length, two on the specimen; what comes of it can be read as a measure. */
export function Measure({ photo: p, marks, onAgain }: { photo: Photo; marks: Mark[]; onAgain: () => void }) {
  const { data: settings } = useSettings();
  const keep = useKeepSettings();
  const { change } = useChangeRecord(p.record);
  const { mutate, data, error, reset } = useMeasure(p.id);
  const known = p.known ?? [];
  const [chosen, setChosen] = useState<string>();
  const [name, setName] = useState('');
  const [length, setLength] = useState<number>();
  const [tilt, setTilt] = useState('10');
  const [character, setCharacter] = useState(p.measures?.[0]?.id ?? '');
  const [level, setLevel] = useState(false);
  const { length: kind } = useUnits();
  const value = chosen ?? '';
  const own = value === 'other' || value === 'ruler';
  const typed = length === undefined ? undefined : kind.kept(length);
  const mm = own ? typed : value === '' ? undefined : known[Number(value)]?.mm;
  const ready = marks.length === 4;
  useEffect(() => {
    const [a, b, d, e] = marks;
    if (!a || !b || !d || !e || mm === undefined) {
      reset();
      return;
    }
    const at = ({ x, y }: Mark) => ({ x, y });
    mutate({
      known: { from: at(a), to: at(b) },
      of: { from: at(d), to: at(e) },
      mm,
      tilt: Number(tilt),
      shown: Math.max(...marks.map((m) => m.shown)),
      character,
    });
  }, [marks, mm, tilt, character, mutate, reset]);
  const of = p.measures?.find((m) => m.id === character);
  return (
    <Steps aria-label="Measure" role="group">
      <p>Both must lie at the same distance from the camera: a ruler nearer to it makes the specimen too small.</p>
      <Pick
        label="What you know the length of"
        value={value}
        onChange={setChosen}
        options={[
          { id: '', name: 'Say what it is' },
          { id: 'ruler', name: 'So much of a ruler …' },
          ...known.map((k, i) => ({
            id: String(i),
            name: `${k.name}: ${withUnit(kind, k.mm)}`,
          })),
          { id: 'other', name: 'Something else …' },
        ]}
      />
      {own && (
        <Row style={{ alignItems: 'end' }}>
          {value === 'other' && <Text label="What it is" value={name} onChange={setName} />}
          <Quantity
            label={`${value === 'ruler' ? 'Between the two points' : 'Its length'}, ${kind.unit === 'in' ? 'inches' : 'mm'}`}
            unit={kind.unit}
            value={length}
            onChange={setLength}
          />
          {value === 'other' && (
            <Button
              isDisabled={!settings || !name.trim() || !mm || keep.isPending}
              onPress={() =>
                settings &&
                mm &&
                keep.mutate(
                  { ...settings, known: [{ name: name.trim(), mm }, ...(settings.known ?? [])] },
                  { onSuccess: () => setChosen('0') },
                )
              }
            >
              Keep it for other times
            </Button>
          )}
        </Row>
      )}
      <Pick
        label="How far either may lean away from the camera"
        value={tilt}
        onChange={setTilt}
        options={[
          { id: '5', name: 'Laid flat, seen from right above' },
          { id: '10', name: 'A little: 10 degrees' },
          { id: '20', name: 'Clearly: 20 degrees' },
          { id: '35', name: 'Much: 35 degrees' },
        ]}
      />
      <Pick
        label="What you measure"
        value={character}
        onChange={setCharacter}
        options={(p.measures ?? []).map((m) => ({ id: m.id, name: m.name }))}
      />
      {ready && mm === undefined && <p className="wrong">Say what you know the length of, and how long it is.</p>}
      {ready && error && (
        <p className="wrong" role="alert">
          {error.message}
        </p>
      )}
      {ready && data && (
        <>
          <p role="status">
            <strong className="says">
              {data.low} to {data.high} {data.unit}
            </strong>
            {kind.unit !== 'mm' && ` (${withUnit(kind, data.low_mm)} to ${withUnit(kind, data.high_mm)})`}
          </p>
          {marks.some((m) => m.shown > coarse) && (
            <p>The points were put on a small picture: go nearer, put them again, and the range is closer.</p>
          )}
          <Tick isSelected={level} onChange={setLevel}>
            Both lay side by side, at the same distance from the camera
          </Tick>
          <Row>
            <Primary
              onPress={() =>
                change(
                  { do: 'read', reading: { character, low: data.low, high: data.high, sure: level } },
                  () => {
                    tell({ text: `${of?.name ?? 'It'} was read as ${data.low} to ${data.high} ${data.unit}.` });
                    onAgain();
                  },
                  (says) => tell({ text: says, bad: true }),
                )
              }
            >
              Read it on the record{level ? '' : ', as not sure'}
            </Primary>
            <Button onPress={onAgain}>Put the points again</Button>
          </Row>
        </>
      )}
    </Steps>
  );
}

import { useState } from 'react';
import styled from 'styled-components';
import { Link, useLocation } from 'wouter';
import { useChangePhoto } from '../../api/useChangePhoto';
import { pictureOf, type Photo as Shown, usePhoto } from '../../api/usePhotos';
import { Button, Primary, Quiet, Row, Toggle } from '../../components/Buttons';
import { useDraft } from '../../components/drafts';
import { Text } from '../../components/Fields';
import { moment } from '../../components/moments';
import { tell } from '../../components/Notice';
import { Page, Waiting } from '../../components/Page';
import { useTitle } from '../../components/useTitle';
import { narrow } from '../../theme/tokens';
import { ColourAt } from './ColourAt';
import { Measure } from './Measure';
import { type Mark, Picture } from './Picture';
import { strings } from './strings';

const Wide = styled(Page)`
  max-width: none;
  .beside { display: grid; grid-template-columns: minmax(0, 1.6fr) minmax(300px, 1fr); gap: 18px; align-items: start; margin-top: 8px; }
  ${narrow} { .beside { grid-template-columns: minmax(0, 1fr); } }
`;

/** What is done with a photograph. */
type Doing = 'look' | 'measure' | 'colour';

/** What is to be pressed next, by how many points are put. */
const steps = {
  measure: [
    strings.n1PressOneEndOf,
    strings.n2PressItsOtherEnd,
    strings.n3NowPressOneEnd,
    strings.n4PressItsOtherEnd,
    strings.fourPointsArePutWhat,
  ],
  colour: [strings.n1PressTheSpotWhose, strings.n2NowPressTheWhite, strings.theColourIsCorrectedBy],
};

/** Where what a photograph is of is shown. */
const home: Record<string, (id: string) => string> = {
  record: (id) => `/bench/${id}`,
  picking: (id) => `/baskets/${id}`,
  print: () => '/prints',
  batch: (id) => `/kitchen/${id}`,
  place: (id) => `/places/${id}`,
};

/** A photograph: looked at, measured on, and its colours compared. */
export default function Photo({ id }: { id: string }) {
  const { data: p, error } = usePhoto(id);
  const [doing, setDoing] = useState<Doing>('look');
  // Where the points were put, and how coarse the picture was then.
  const [marks, setMarks] = useState<Mark[]>([]);
  useTitle(p && strings.photograph(p.title));
  if (!p) return <Waiting error={error} />;
  const to = (next: Doing) => {
    setMarks([]);
    setDoing(next);
  };
  const wanted = doing === 'measure' ? 4 : doing === 'colour' ? 2 : 0;
  const back = home[p.of.stream]?.(p.of.id);
  return (
    <Wide>
      <h1>{strings.photograph(p.title)}</h1>
      <p>{back && <Link href={back}>{strings.backToWhatItIs}</Link>}</p>
      {p.deleted && <Gone photo={p} />}
      {p.file.state === 'broken' && (
        <p role="alert">
          <strong>{p.file.trouble}</strong>
          {strings.theFileIsKeptAs}
        </p>
      )}
      {p.file.state === 'developing' && <p role="status">{strings.itIsBeingMadeReady}</p>}
      {p.file.state === 'ready' && (
        <>
          <Row data-screen-only role="group" aria-label={strings.whatToDoWithIt} style={{ marginTop: 8 }}>
            <Toggle isSelected={doing === 'look'} onChange={() => to('look')}>
              {strings.look}
            </Toggle>
            {(p.measures?.length ?? 0) > 0 && (
              <Toggle isSelected={doing === 'measure'} onChange={() => to('measure')}>
                {strings.measure}
              </Toggle>
            )}
            {(p.colours?.length ?? 0) > 0 && (
              <Toggle isSelected={doing === 'colour'} onChange={() => to('colour')}>
                {strings.colour}
              </Toggle>
            )}
          </Row>
          {doing !== 'look' && (
            <p role="status" style={{ marginTop: 8 }}>
              <strong>{steps[doing][marks.length]}</strong>
            </p>
          )}
          <div className="beside">
            <Picture photo={p} marks={marks} most={wanted} onMarks={setMarks} doing={doing} />
            <div>
              {doing === 'look' && <About photo={p} />}
              {doing === 'measure' && <Measure photo={p} marks={marks} onAgain={() => setMarks([])} />}
              {doing === 'colour' && <ColourAt photo={p} marks={marks} onAgain={() => setMarks([])} />}
            </div>
          </div>
        </>
      )}
      {p.file.state === 'broken' && <About photo={p} />}
    </Wide>
  );
}

function Gone({ photo: p }: { photo: Shown }) {
  const { mutate, isPending } = useChangePhoto();
  return (
    <p>
      {strings.thisPhotographIsDeleted}
      <Button isDisabled={isPending} onPress={() => mutate({ id: p.id, change: { do: 'restore' } })}>
        {strings.bringItBack}
      </Button>
    </p>
  );
}

/** What is known of it, what is written under it, and the ways out. */
function About({ photo: p }: { photo: Shown }) {
  const { mutate, isPending } = useChangePhoto();
  const [, go] = useLocation();
  const [draft, setDraft] = useDraft<string>(`photo-${p.id}`);
  const caption = draft ?? p.caption;
  return (
    <>
      <p>
        {strings.pixels(
          p.file.taken ? strings.takenByTheCamerasClock(moment(p.file.taken)) : strings.whenItWasTakenIs,
          p.file.clock,
          p.file.width,
          p.file.height,
        )}
        {p.file.place && strings.theCameraWroteIntoIt}
      </p>
      {!p.deleted && (
        <form
          onSubmit={(e) => {
            e.preventDefault();
            mutate({ id: p.id, change: { do: 'caption', text: caption } }, { onSuccess: () => setDraft(undefined) });
          }}
        >
          <Text label={strings.writtenUnderIt} long value={caption} onChange={setDraft} />
          <Row style={{ marginTop: 8 }}>
            <Primary type="submit" isDisabled={isPending || caption === p.caption}>
              {strings.keepIt}
            </Primary>
            <Quiet
              isDisabled={!p.can_undo || isPending}
              onPress={() => mutate({ id: p.id, change: { do: 'undo' } }, { onSuccess: () => setDraft(undefined) })}
            >
              {strings.undo}
            </Quiet>
            <Quiet
              isDisabled={!p.can_redo || isPending}
              onPress={() => mutate({ id: p.id, change: { do: 'redo' } }, { onSuccess: () => setDraft(undefined) })}
            >
              {strings.redo}
            </Quiet>
          </Row>
        </form>
      )}
      <Row style={{ marginTop: 14 }} data-screen-only>
        {p.file.state === 'ready' && (
          <a href={pictureOf(p, 'stripped')} download>
            {strings.giveItAwayAFile}
          </a>
        )}
        {!p.deleted && (
          <Button
            isDisabled={isPending}
            onPress={() =>
              mutate(
                { id: p.id, change: { do: 'delete' } },
                {
                  onSuccess: () => {
                    tell({
                      text: strings.thePhotographWasDeleted,
                      action: { name: strings.bringItBack, do: () => mutate({ id: p.id, change: { do: 'restore' } }) },
                    });
                    const back = home[p.of.stream]?.(p.of.id);
                    if (back) go(back);
                  },
                },
              )
            }
          >
            {strings.deleteIt}
          </Button>
        )}
      </Row>
    </>
  );
}

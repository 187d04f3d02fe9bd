import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { Link } from 'wouter';
import { newId } from '../api/client';
import { takeIn, useChangePhoto } from '../api/useChangePhoto';
import { type Photo, type PhotoOf, pictureOf, usePhotos } from '../api/usePhotos';
import { c } from '../theme/tokens';
import { Button, Quiet, Row } from './Buttons';
import { Pick } from './Pick';
import { strings } from './strings';

const Box = styled.section`
  margin-top: 14px;
  ul { display: flex; flex-wrap: wrap; gap: 10px; margin: 10px 0; }
  .new { display: grid; gap: 10px; }
  li { width: 132px; }
  a, .frame { display: grid; gap: 4px; color: inherit; text-decoration: none; font-size: 14.5px; overflow-wrap: anywhere; }
  img, .blank { width: 132px; height: 99px; object-fit: cover; border-radius: 10px; border: 1.5px solid ${c('mist')}; background: ${c('mist')}; }
  .blank { display: grid; place-items: center; padding: 6px; text-align: center; font-size: 14px; color: ${c('stone')}; }
  .broken { border-color: ${c('thorn')}; color: ${c('thorn')}; }
`;

/** The greatest size of a photograph's file in bytes, as the server has it. */
const most = 25 * 2 ** 20;
const kinds = ['image/jpeg', 'image/png', 'image/webp'];

/** A file on its way. */
interface Sending {
  key: string;
  file: File;
  /** Why it was not taken in. */
  wrong?: string;
}

/** A piece of a basket that a photograph can be of. */
export interface PieceOf {
  id: string;
  name: string;
}

/** The photographs of something: thumbnails, and a way to take or choose more. They stay on this machine. */
export default function Photographs({
  of,
  id,
  closed,
  pieces,
}: {
  of: PhotoOf;
  id: string;
  /** Whether nothing is added any more. */
  closed?: boolean;
  pieces?: PieceOf[];
}) {
  const { data, error } = usePhotos(of, id);
  const { mutateAsync } = useChangePhoto();
  const [sending, setSending] = useState<Sending[]>([]);
  const [piece, setPiece] = useState('');

  // One after the other: several photographs at once would only share the way.
  const send = async (files: Sending[]) => {
    for (const s of files) {
      try {
        if (s.file.size > most) throw new Error(strings.itHasMbAPhotograph((s.file.size / 2 ** 20).toFixed(1)));
        const { file } = await takeIn(s.file);
        await mutateAsync({
          id: newId(),
          change: { do: 'add', file, of, of_id: id, name: s.file.name.slice(0, 200), ...(piece ? { piece } : {}) },
        });
        setSending((all) => all.filter((x) => x.key !== s.key));
      } catch (e) {
        const wrong = (e as Error).message;
        setSending((all) => all.map((x) => (x.key === s.key ? { ...x, wrong } : x)));
      }
    }
  };
  const chosen = (files: FileList | null) => {
    const list = [...(files ?? [])].map((file) => ({ key: newId(), file }));
    setSending((all) => [...all, ...list]);
    void send(list);
  };
  const again = (s: Sending) => {
    setSending((all) => all.map((x) => (x.key === s.key ? { key: x.key, file: x.file } : x)));
    void send([s]);
  };

  return (
    <Box aria-label={strings.photographs}>
      {error && <p role="alert">{error.message}</p>}
      {data && data.length + sending.length > 0 && (
        <ul aria-label={strings.photographs}>
          {data.map((p) => (
            <li key={p.id}>
              <Thumb photo={p} />
            </li>
          ))}
          {sending.map((s) => (
            <li key={s.key} className="frame">
              <span className={s.wrong ? 'blank broken' : 'blank'}>
                {s.wrong ? strings.notTakenIn : strings.beingSent}
              </span>
              <span>{s.file.name}</span>
              {s.wrong && (
                <>
                  <span role="alert">{s.wrong}</span>
                  <Button onPress={() => again(s)}>{strings.tryAgain}</Button>
                  <Quiet onPress={() => setSending((all) => all.filter((x) => x.key !== s.key))}>
                    {strings.leaveItOut}
                  </Quiet>
                </>
              )}
            </li>
          ))}
        </ul>
      )}
      {!closed && (
        <div data-screen-only className="new">
          {pieces && pieces.length > 0 && (
            <Pick
              label={strings.aPhotographOf}
              value={piece}
              onChange={setPiece}
              options={[{ id: '', name: strings.theWholeBasket }, ...pieces]}
            />
          )}
          <Row>
            <FileTrigger acceptedFileTypes={kinds} defaultCamera="environment" onSelect={chosen}>
              <Button>{strings.takeAPhotograph}</Button>
            </FileTrigger>
            <FileTrigger acceptedFileTypes={kinds} allowsMultiple onSelect={chosen}>
              <Quiet>{strings.chooseFiles}</Quiet>
            </FileTrigger>
          </Row>
        </div>
      )}
    </Box>
  );
}

function Thumb({ photo: p }: { photo: Photo }) {
  const says = p.caption || p.name || p.title;
  return (
    <Link href={`/photos/${p.id}`}>
      {p.file.state === 'ready' ? (
        <img src={pictureOf(p, 'list')} alt={strings.photograph(says)} loading="lazy" width={132} height={99} />
      ) : (
        <span className={p.file.state === 'broken' ? 'blank broken' : 'blank'}>
          {p.file.state === 'broken' ? strings.cannotBeRead : strings.beingMadeReady}
        </span>
      )}
      <span>
        {p.of.piece ? `${p.title.split(', ').at(-1)}: ` : ''}
        {says}
      </span>
    </Link>
  );
}

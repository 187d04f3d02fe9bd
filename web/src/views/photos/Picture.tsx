import { type KeyboardEvent, type MouseEvent, useRef, useState } from 'react';
import styled from 'styled-components';
import type { Point } from '../../api/usePhotoQuestions';
import { type Photo, pictureOf } from '../../api/usePhotos';
import { Button, Row } from '../../components/Buttons';
import { c } from '../../theme/tokens';
import { strings } from './strings';

/** A point that was put, in pixels of the photograph, and how many of those a pixel of the screen showed. */
export interface Mark extends Point {
  shown: number;
}

const Frame = styled.div`
  overflow: auto;
  max-height: 68vh;
  border-radius: 12px;
  border: 1.5px solid ${c('mist')};
  background: ${c('band')};
  touch-action: pan-x pan-y;
  .lies { position: relative; }
  .lies.marking { cursor: crosshair; }
  img { display: block; width: 100%; height: auto; }
  svg { position: absolute; inset: 0; width: 100%; height: 100%; overflow: visible; pointer-events: none; }
  line, circle { fill: none; stroke: #fff; stroke-width: 3px; vector-effect: non-scaling-stroke; }
  .edge { stroke: #000; stroke-width: 6px; }
  text { fill: #fff; stroke: #000; paint-order: stroke; }
`;

/** How near one can go: each step shows twice as much of it. */
const nearest = 8;
/** How wide, in pixels, the size for the screen is at most. */
const screenSize = 1600;

/**
 * A photograph that points can be put on: by pressing, or by the keyboard, which moves a cross and puts it. Nearer by, points are put more
 * closely.
 */
export function Picture({
  photo: p,
  marks,
  most,
  onMarks,
  doing,
}: {
  photo: Photo;
  marks: Mark[];
  most: number;
  onMarks: (marks: Mark[]) => void;
  doing: string;
}) {
  const [near, setNear] = useState(1);
  const [cross, setCross] = useState<Point>();
  const lies = useRef<HTMLDivElement>(null);
  const { width, height } = p.file;
  const shown = () => width / (lies.current?.clientWidth || width);
  const put = (at: Point) => {
    if (marks.length < most) onMarks([...marks, { x: at.x, y: at.y, shown: shown() }]);
  };
  const press = (e: MouseEvent<HTMLElement>) => {
    const r = e.currentTarget.getBoundingClientRect();
    put({ x: ((e.clientX - r.left) / r.width) * width, y: ((e.clientY - r.top) / r.height) * height });
  };
  const steer = (e: KeyboardEvent) => {
    const by: Record<string, [number, number]> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, -1],
      ArrowDown: [0, 1],
    };
    const at = cross ?? { x: width / 2, y: height / 2 };
    const to = by[e.key];
    if (to) {
      e.preventDefault();
      const step = shown() * (e.shiftKey ? 20 : 1);
      setCross({
        x: Math.min(width, Math.max(0, at.x + to[0] * step)),
        y: Math.min(height, Math.max(0, at.y + to[1] * step)),
      });
    } else if (e.key === 'Enter' || e.key === ' ') {
      e.preventDefault();
      put(at);
    }
  };
  const go = (to: number) => {
    const frame = lies.current?.parentElement;
    const [x, y] = frame
      ? [(frame.scrollLeft + frame.clientWidth / 2) / near, (frame.scrollTop + frame.clientHeight / 2) / near]
      : [0, 0];
    setNear(to);
    requestAnimationFrame(() => {
      if (frame) frame.scrollTo(x * to - frame.clientWidth / 2, y * to - frame.clientHeight / 2);
    });
  };
  const size = near > 1 && width > screenSize ? 'original' : 'screen';
  // What is drawn over it keeps its size on the screen, however near one goes.
  const unit = shown();
  return (
    <div>
      <Frame>
        <div
          ref={lies}
          className={most > 0 ? 'lies marking' : 'lies'}
          style={{ width: `${near * 100}%`, aspectRatio: `${width} / ${height}` }}
          {...(most > 0
            ? {
                role: 'application',
                tabIndex: 0,
                'aria-label': strings.thePhotographPutPointOf(Math.min(most, marks.length + 1), most),
                onClick: press,
                onKeyDown: steer,
              }
            : {})}
        >
          <img src={pictureOf(p, size)} alt={p.caption || p.name || p.title} width={width} height={height} />
          <svg viewBox={`0 0 ${width} ${height}`} aria-hidden="true">
            {doing === 'measure' &&
              [0, 2].map((i) => {
                const [a, b] = [marks[i], marks[i + 1]];
                return (
                  a &&
                  b && (
                    <g key={i}>
                      <line className="edge" x1={a.x} y1={a.y} x2={b.x} y2={b.y} />
                      <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} />
                    </g>
                  )
                );
              })}
            {marks.map((m, i) => (
              <g key={`${m.x} ${m.y} ${i}`}>
                <circle className="edge" cx={m.x} cy={m.y} r={7 * unit} />
                <circle cx={m.x} cy={m.y} r={7 * unit} />
                <text x={m.x + 11 * unit} y={m.y - 8 * unit} fontSize={18 * unit} strokeWidth={4 * unit}>
                  {i + 1}
                </text>
              </g>
            ))}
            {most > marks.length && cross && (
              <g>
                <line className="edge" x1={cross.x - 14 * unit} x2={cross.x + 14 * unit} y1={cross.y} y2={cross.y} />
                <line className="edge" x1={cross.x} x2={cross.x} y1={cross.y - 14 * unit} y2={cross.y + 14 * unit} />
                <line x1={cross.x - 14 * unit} x2={cross.x + 14 * unit} y1={cross.y} y2={cross.y} />
                <line x1={cross.x} x2={cross.x} y1={cross.y - 14 * unit} y2={cross.y + 14 * unit} />
              </g>
            )}
          </svg>
        </div>
      </Frame>
      <Row style={{ marginTop: 8 }} data-screen-only>
        <Button isDisabled={near >= nearest} onPress={() => go(near * 2)}>
          {strings.nearer}
        </Button>
        <Button isDisabled={near <= 1} onPress={() => go(near / 2)}>
          {strings.farther}
        </Button>
        {marks.length > 0 && (
          <Button onPress={() => onMarks(marks.slice(0, -1))}>{strings.takeTheLastPointBack}</Button>
        )}
      </Row>
    </div>
  );
}

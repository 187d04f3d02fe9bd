/** The kinds of tile of a map file (PMTiles, version 3): shapes, or pictures. */
export const kinds = { shapes: 1, pictures: 2 } as const;

/** Numbers as map files write them: seven bits a byte, the lowest first. */
const varint = (n: number): number[] => {
  const out: number[] = [];
  for (; n >= 128; n = Math.floor(n / 128)) out.push((n % 128) + 128);
  out.push(n);
  return out;
};

const finest = 15;

/** A map file in which every tile of every zoom is the same one. */
export function mapFile(tile: Uint8Array, kind: number, attribution: string): Buffer {
  const zooms = [...Array(finest + 1).keys()];
  const first = (z: number) => (4 ** z - 1) / 3;
  const directory = Buffer.from([
    ...varint(zooms.length),
    ...zooms.flatMap((z) => varint(z ? first(z) - first(z - 1) : 0)),
    ...zooms.flatMap((z) => varint(4 ** z)),
    ...zooms.flatMap(() => varint(tile.length)),
    ...zooms.flatMap(() => varint(1)),
  ]);
  const about = Buffer.from(JSON.stringify({ attribution }));
  const head = Buffer.alloc(127);
  head.write('PMTiles', 0);
  head[7] = 3;
  const long = (at: number, n: number) => head.writeBigUInt64LE(BigInt(n), at);
  long(8, 127);
  long(16, directory.length);
  long(24, 127 + directory.length);
  long(32, about.length);
  long(40, 127 + directory.length + about.length);
  long(48, 0);
  long(56, 127 + directory.length + about.length);
  long(64, tile.length);
  long(72, first(finest + 1));
  long(80, zooms.length);
  long(88, 1);
  head[96] = 0;
  head[97] = 1;
  head[98] = 1;
  head[99] = kind;
  head[100] = 0;
  head[101] = finest;
  head.writeInt32LE(-180e7, 102);
  head.writeInt32LE(-85e7, 106);
  head.writeInt32LE(180e7, 110);
  head.writeInt32LE(85e7, 114);
  return Buffer.concat([head, directory, about, tile]);
}

const field = (n: number, bytes: number[]) => [...varint(n * 8 + 2), ...varint(bytes.length), ...bytes];

/** A tile of shapes that is water all over. */
export function waterTile(): Uint8Array {
  const wide = 8192; // 4096 to the right, as such tiles write it
  const geometry = [9, 0, 0, 26, wide, 0, 0, wide, wide - 1, 0, 15].flatMap(varint);
  const feature = [...varint(3 * 8), 3, ...field(4, geometry)];
  const layer = [
    ...varint(15 * 8),
    2,
    ...field(1, [...Buffer.from('water')]),
    ...field(2, feature),
    ...varint(5 * 8),
    ...varint(4096),
  ];
  return Uint8Array.from(field(3, layer));
}

/** A picture of one colour: a PNG of one pixel, made by hand. */
export const picture = Uint8Array.from(
  Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
    'base64',
  ),
);

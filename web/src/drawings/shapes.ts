/** Points of an outline with teeth along both sides of a leaf, from its foot to its tip and back. */
export function leafOutline(teeth: 'entire' | 'fine-teeth' | 'round-teeth' | 'coarse-teeth' | 'cut'): string {
  const side = (x: number) => {
    const at = (t: number): [number, number] => [60 + x * 24 * Math.sin(Math.PI * t ** 0.8), 84 - 74 * t];
    const count = { entire: 24, 'fine-teeth': 16, 'round-teeth': 9, 'coarse-teeth': 7, cut: 5 }[teeth];
    const depth = { entire: 0, 'fine-teeth': 2.2, 'round-teeth': 3, 'coarse-teeth': 6, cut: 13 }[teeth];
    const steps: string[] = [];
    for (let i = 1; i <= count; i++) {
      const [ax, ay] = at((i - 0.65) / count);
      const [bx, by] = at(i / count);
      const out = x * depth;
      if (teeth === 'entire') steps.push(`L${bx} ${by}`);
      else if (teeth === 'round-teeth') steps.push(`Q${ax + out} ${ay - 2} ${bx - out * 0.2} ${by}`);
      else steps.push(`L${ax + out} ${ay - 5} L${bx - (teeth === 'cut' ? out * 0.5 : 0)} ${by}`);
    }
    return `${steps.join(' ')} L60 10`;
  };
  return `M60 84 ${side(-1)} M60 84 ${side(1)}`;
}

/** Where n things stand on a circle round (cx, cy). */
export const around = (n: number, r: number, cx: number, cy: number, from = -Math.PI / 2): [number, number][] =>
  Array.from({ length: n }, (_, i) => {
    const a = from + (2 * Math.PI * i) / n;
    return [cx + r * Math.cos(a), cy + r * Math.sin(a)];
  });

const styles = [
  'fill',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'opacity',
  'font-size',
  'font-weight',
  'font-family',
  'text-anchor',
  'color',
];
const SHARPER = 2;

/** An SVG element as a file of its own: what styles gave it is written into it, on the ground it stands on. */
export function drawn(svg: SVGSVGElement): string {
  const { width, height } = svg.getBoundingClientRect();
  const copy = svg.cloneNode(true) as SVGSVGElement;
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('width', String(Math.round(width)));
  copy.setAttribute('height', String(Math.round(height)));
  const [seen, written] = [
    [svg, ...svg.querySelectorAll('*')],
    [copy, ...copy.querySelectorAll('*')],
  ];
  seen.forEach((element, i) => {
    const style = getComputedStyle(element);
    written[i]!.setAttribute('style', styles.map((name) => `${name}:${style.getPropertyValue(name)}`).join(';'));
    written[i]!.removeAttribute('class');
  });
  const ground = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
  ground.setAttribute('width', '100%');
  ground.setAttribute('height', '100%');
  ground.setAttribute('fill', getComputedStyle(document.body).backgroundColor);
  copy.prepend(ground);
  return new XMLSerializer().serializeToString(copy);
}

/** The same as pixels, twice as fine as the screen. */
export async function pictured(svg: string): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = image.width * SHARPER;
  canvas.height = image.height * SHARPER;
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((done, fail) =>
    canvas.toBlob((blob) => (blob ? done(blob) : fail(new Error('The picture could not be made.'))), 'image/png'),
  );
}

export function save(name: string, content: Blob) {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(content);
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}

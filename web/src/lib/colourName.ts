import { palette, paletteNames } from './paint';

const hues: [number, string][] = [
  [15, 'red'],
  [42, 'orange'],
  [65, 'yellow'],
  [95, 'lime green'],
  [155, 'green'],
  [190, 'turquoise'],
  [250, 'blue'],
  [285, 'violet'],
  [330, 'magenta'],
  [345, 'pink'],
  [360, 'red'],
];

/** What a colour "#1d6b60" is called: by its name among those of the palette, else by its hue and how light it is: "dark blue". */
export function colourName(colour: string): string {
  const known = palette.indexOf(colour.toLowerCase());
  if (known >= 0) return paletteNames[known] ?? colour;
  const value = /^#?([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})$/i.exec(colour);
  if (!value) return colour;
  const [red = 0, green = 0, blue = 0] = value.slice(1).map((part) => Number.parseInt(part, 16) / 255);
  const most = Math.max(red, green, blue);
  const least = Math.min(red, green, blue);
  const light = (most + least) / 2;
  const spread = most - least;
  const saturation = spread === 0 ? 0 : spread / (1 - Math.abs(2 * light - 1));
  if (light > 0.97) return 'white';
  if (light < 0.06) return 'black';
  const tone = light < 0.3 ? 'dark ' : light > 0.72 ? 'light ' : '';
  if (saturation < 0.12) return `${tone}grey`;
  const sector =
    most === red ? ((green - blue) / spread + 6) % 6 : most === green ? (blue - red) / spread + 2 : (red - green) / spread + 4;
  const hue = hues.find(([upTo]) => sector * 60 <= upTo)?.[1] ?? 'red';
  if (hue === 'orange' && light < 0.4) return 'brown';
  return `${tone}${hue}`;
}

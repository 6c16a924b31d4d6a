/** A page of a sheet as SVG (SVG 2), at true size: its width and height are millimetres, and so are its units. */
import type { Page, Point, Shape } from './shapes';

const escaped = (text: string): string =>
  text.replace(/[&<>"']/g, (sign) => `&#${sign.codePointAt(0) ?? 0};`).replace(/\p{Cc}/gu, ' ');
const number = (value: number): string => String(Math.round(value * 1000) / 1000);
const path = (points: readonly Point[]): string =>
  `M${points.map(({ x, y }) => `${number(x)} ${number(y)}`).join('L')}Z`;

function shapeSvg(shape: Shape): string {
  switch (shape.is) {
    case 'outline':
      return `<path d="${path(shape.points)}" fill="${shape.fill ?? 'none'}" stroke="${shape.stroke}" stroke-width="${number(shape.widthMm)}"${shape.dashMm ? ` stroke-dasharray="${shape.dashMm.map(number).join(' ')}"` : ''}/>`;
    case 'line':
      return `<path d="M${number(shape.from.x)} ${number(shape.from.y)}L${number(shape.to.x)} ${number(shape.to.y)}" stroke="${shape.stroke}" stroke-width="${number(shape.widthMm)}" stroke-linecap="round" fill="none"/>`;
    case 'text': {
      const turn =
        shape.angle !== undefined && shape.about
          ? ` transform="rotate(${number(shape.angle)} ${number(shape.about.x)} ${number(shape.about.y)})"`
          : '';
      return `<text x="${number(shape.at.x)}" y="${number(shape.at.y)}" font-size="${number(shape.sizeMm)}" fill="${shape.color}"${shape.isBold ? ' font-weight="700"' : ''}${turn}>${escaped(shape.text)}</text>`;
    }
  }
}

export const pageSvg = ({ widthMm, heightMm, shapes }: Page): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${number(widthMm)}mm" height="${number(heightMm)}mm" viewBox="0 0 ${number(widthMm)} ${number(heightMm)}" font-family="'Alegreya Sans', sans-serif">${shapes.map(shapeSvg).join('')}</svg>\n`;

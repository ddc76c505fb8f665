import fc from 'fast-check';
import { numberIn, styleOf, type NumberStyle } from '@/core/formats/decimal';

/** A number as a spreadsheet of that style writes it. */
function written(value: number, { decimal, grouped }: NumberStyle): string {
  const [whole, rest] = Math.abs(value).toFixed(2).split('.') as [string, string];
  const group = decimal === ',' ? '.' : ',';
  const parted = grouped ? whole.replace(/\B(?=(\d{3})+$)/g, group) : whole;
  return `${value < 0 ? '-' : ''}${parted}${decimal}${rest}`;
}

const styles: NumberStyle[] = [
  { decimal: '.', grouped: false },
  { decimal: '.', grouped: true },
  { decimal: ',', grouped: false },
  { decimal: ',', grouped: true },
];

describe.each(styles)('numbers written with %j', (style) => {
  it('are read as what they are, and the style is told by them', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1e7, max: 1e7, noNaN: true }), { minLength: 1, maxLength: 20 }),
        (given) => {
          const values = given.map((v) => Math.round(v * 100) / 100);
          const cells = values.map((v) => written(v, style));
          const found = styleOf(cells);
          expect(found).toMatchObject({ style: { decimal: style.decimal }, doubtful: null });
          if ('style' in found)
            cells.forEach((cell, i) => expect(numberIn(cell, found.style)).toBeCloseTo(values[i]!, 6));
        },
      ),
    );
  });
});

describe('a cell', () => {
  it.each([
    ['1.5E-02', 0.015],
    ['+3', 3],
    ['-.5', -0.5],
    ['7.', 7],
    ['1,234.5', 1234.5],
    ['0x10', null],
    ['Infinity', null],
    ['NaN', null],
    ['1e9999', null],
    ['1 2', null],
    ['', null],
    ['1,2,3', null],
    ['12,34.5', null],
    ['--1', null],
  ])('%j is %j with a point', (cell, value) =>
    expect(numberIn(cell, { decimal: '.', grouped: true })).toBe(value),
  );
  it.each([
    ['1,5E-02', 0.015],
    ['-,5', -0.5],
    ['1.234,5', 1234.5],
    ['1.234.567', 1234567],
    ['12', 12],
    ['0.5', null],
    ['1,234.5', null],
  ])('%j is %j with a comma', (cell, value) =>
    expect(numberIn(cell, { decimal: ',', grouped: true })).toBe(value),
  );
});

describe('the style of a table', () => {
  it('is a clash where some cells have a point and some a comma', () => {
    expect(styleOf(['0,5', '0.25'])).toEqual({ clash: ['0.25', '0,5'] });
    expect(styleOf(['1.234,5', '1,234.5'])).toEqual({ clash: ['1,234.5', '1.234,5'] });
  });
  it('names a cell that only the style decides', () => {
    expect(styleOf(['1,234', '2,500'])).toEqual({
      style: { decimal: ',', grouped: false },
      doubtful: '1,234',
    });
    expect(styleOf(['1.234', '0,5'])).toMatchObject({ style: { decimal: ',' }, doubtful: '1.234' });
    expect(styleOf(['1,234', '0.5'])).toMatchObject({ style: { decimal: '.' }, doubtful: '1,234' });
    expect(styleOf(['1', '2', 'ribs'])).toMatchObject({ style: { decimal: '.' }, doubtful: null });
  });
});

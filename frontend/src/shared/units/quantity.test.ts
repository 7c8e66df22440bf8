import { describe, expect, it } from 'vitest';
import { read, show } from './quantity';

describe('quantities', () => {
  it.each([
    ['f/2.8', 'aperture', 2.8],
    ['2,8', 'aperture', 2.8],
    ['1/125', 'shutter', 1 / 125],
    ['0.5 s', 'shutter', 0.5],
    ['-1.5 stops', 'stops', -1.5],
    ['25 %', 'share', 0.25],
    ['12,50 €', 'euro', 12.5],
    ['1.4 kg', 'kilograms', 1.4],
    ['60', 'watts', 60],
    ['90 °C', 'celsius', 90],
    ['45°', 'degrees', 45],
    ['iso 800', 'number', 800],
    ['1/4', 'share', 0.25],
    ['−2 stops', 'share', 0.25],
    ['25', 'millimetres', 0.025],
  ] as const)('reads %s as %s', (text, kind, value) => {
    expect(read(text, kind, 'metric')).toBeCloseTo(value, 12);
  });
  it.each([
    ['NaN', 'number'],
    ['1e9', 'number'],
    ['1/0', 'shutter'],
    ['', 'length'],
    ['a lot', 'share'],
  ] as const)('answers “%s” with what is accepted', (text, kind) => {
    expect(read(text, kind, 'metric')).toMatch(/write /);
  });
  it.each([
    [0.01, 'shutter', '1/100 s'],
    [1, 'stops', '1.0 stop'],
    [-2, 'stops', '−2.0 stops'],
    [-15, 'degrees', '−15°'],
    [0.253, 'share', '25.3 %'],
    [0.0021, 'share', '0.21 %'],
    [12.5, 'euro', '12.50 €'],
    [5000, 'lumens', '5000 lm'],
    [0.13, 'perArea', '0.13 kg/m²'],
    [0.025, 'millimetres', '25 mm'],
  ] as const)('shows %d as %s', (value, kind, text) => {
    expect(show(value, kind, 'metric')).toBe(text);
  });
});

it.each([
  ['-80 cm', -0.8],
  ['−1.2', -1.2],
  ['- 2\' 6"', -0.762],
  ['+5 cm', 0.05],
])('lengths to the other side of a mark: %s', (text, metres) => {
  expect(read(text, 'length', 'metric')).toBeCloseTo(metres, 6);
  expect(read('--1', 'length', 'metric')).toMatch(/not understood/);
});

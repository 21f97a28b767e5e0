import assert from 'node:assert/strict';
import test from 'node:test';
import { filled } from '../../main/resources/static/js/filled.js';

test('values go to their places, numbers with commas between thousands', () => {
  assert.equal(filled('reading {0} of {1}', [12, 2031]), 'reading 12 of 2,031');
  assert.equal(filled('{0} has ended', ['Run 2']), 'Run 2 has ended');
});

test('one has its own words, nothing and many the others', () => {
  const pieces = count => filled('{0} piece|{0} pieces', [count]);
  assert.equal(pieces(1), '1 piece');
  assert.equal(pieces(0), '0 pieces');
  assert.equal(pieces(1200), '1,200 pieces');
});

test('what is not given stays to be seen', () => {
  assert.equal(filled('{0}, {1}', ['a']), 'a, {1}');
});

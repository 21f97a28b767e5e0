import assert from 'node:assert/strict';
import test from 'node:test';
import { grid, inside, level } from '../../main/resources/static/js/proof-view.js';

test('a tile is shown at its size or down to half of it, never smaller', () => {
  assert.deepEqual([2, 1, 0.75, 0.5, 0.3, 0.25].map(level), [0, 0, 0, 1, 1, 2]);
  for (let zoom = 0.01; zoom < 1; zoom += 0.013) {
    const shown = zoom * 2 ** level(zoom);
    assert.ok(shown > 0.5 - 1e-6 && shown <= 1 + 1e-6, `${zoom} is shown at ${shown}`);
  }
});

test('renditions of other sizes and crops lie on the same piece', () => {
  const whole = grid({ frame: [0, 0, 1, 1], content: [0, 0, 400, 300], width: 400, height: 300 });
  assert.deepEqual([whole.across, whole.down, whole.left, whole.top], [400, 300, 0, 0]);
  // the middle half of the width, at twice the size
  const crop = grid({ frame: [0.25, 0, 0.5, 1], content: [0, 0, 400, 600], width: 400, height: 600 });
  assert.deepEqual([crop.across, crop.down, crop.left, crop.top], [800, 600, 0.25, 0]);
  // on a canvas: what lies left of the piece has places below zero
  const canvas = grid({ frame: [0, 0, 1, 1], content: [50, 0, 100, 100], width: 200, height: 100 });
  assert.deepEqual([canvas.across, canvas.left, canvas.top], [100, -0.5, 0]);
});

test('a point stays on the piece', () => {
  assert.deepEqual(inside({ x: -1, y: 0.4 }), { x: 0, y: 0.4 });
  assert.deepEqual(inside({ x: 0.2, y: 7 }), { x: 0.2, y: 1 });
});

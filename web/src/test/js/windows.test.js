import assert from 'node:assert/strict';
import test from 'node:test';
import { byFolder, chunksInSight, rowsInSight, stretches } from '../../main/resources/static/js/windows.js';

test('chunks in sight are those that the view touches, and no others', () => {
  // 1,000 lines of 40 px in chunks of 50: a chunk is 2,000 px high
  assert.deepEqual(chunksInSight(0, 800, 40, 50, 1000), [0, 0]);
  assert.deepEqual(chunksInSight(1500, 800, 40, 50, 1000), [0, 1]);
  assert.deepEqual(chunksInSight(39_500, 800, 40, 50, 1000), [19, 19]);
});

test('above the list its first chunk is in sight, below it the last', () => {
  assert.deepEqual(chunksInSight(-5000, 800, 40, 50, 1000), [0, 0]);
  assert.deepEqual(chunksInSight(90_000, 800, 40, 50, 1000), [19, 19]);
  assert.deepEqual(chunksInSight(0, 5000, 40, 50, 120), [0, 2]);
});

test('every line that is seen is in one of the chunks, wherever the view is', () => {
  for (let above = -300; above < 4200; above += 37) {
    const [first, last] = chunksInSight(above, 500, 41, 7, 97);
    for (let line = 0; line < 97; line++) {
      const seen = (line + 1) * 41 > above && line * 41 < above + 500;
      const chunk = Math.floor(line / 7);
      assert.ok(!seen || (chunk >= first && chunk <= last), `line ${line} at ${above}`);
    }
  }
});

test('rows of cards in sight have some around them and stay within the list', () => {
  assert.deepEqual(rowsInSight(1000, 1800, 200, 40, 2), [3, 11]);
  assert.deepEqual(rowsInSight(-900, -100, 200, 40, 2), [0, 2]);
  assert.deepEqual(rowsInSight(-2000, -1200, 200, 40, 2), [0, 0]);
  assert.deepEqual(rowsInSight(9000, 9800, 200, 40, 2), [40, 40]);
});

test('numbers become stretches without gaps, in order and each once', () => {
  assert.deepEqual(stretches([3, 1, 2, 7]), [
    [1, 3],
    [7, 7],
  ]);
  assert.deepEqual(stretches([5, 5, 6]), [[5, 6]]);
  assert.deepEqual(stretches([]), []);
});

test('paths are put together by folder, those without one under the empty one', () => {
  const folders = byFolder([{ path: 'web/a.jpg' }, { path: 'b.jpg' }, { path: 'web/c/d.jpg' }, { path: 'web/e.jpg', blocker: 'no' }]);
  assert.deepEqual([...folders.keys()], ['web/', '', 'web/c/']);
  assert.deepEqual(folders.get('web/'), [
    { path: 'web/a.jpg', name: 'a.jpg' },
    { path: 'web/e.jpg', blocker: 'no', name: 'e.jpg' },
  ]);
});

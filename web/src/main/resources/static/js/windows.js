// Which part of a long list is in sight. Plain numbers: pixels, lines and chunks of lines that are fetched together.

/**
 * The first and the last chunk that is in sight.
 * @param above how far the list's top is above the upper edge of what is seen, px
 * @param seen how high that is, px
 */
export function chunksInSight(above, seen, lineHeight, atOnce, count) {
  const last = Math.ceil(count / atOnce) - 1;
  const inside = chunk => Math.max(0, Math.min(last, chunk));
  const size = lineHeight * atOnce;
  return [inside(Math.floor(above / size)), inside(Math.floor((above + seen) / size))];
}

/**
 * The rows of cards that are in sight, with some around them: from the first to before the last.
 * @param above how far the list's top is above the upper edge of what is seen, px
 * @param below the same for its lower edge
 */
export function rowsInSight(above, below, rowHeight, rows, around) {
  const first = Math.min(rows, Math.max(0, Math.floor(above / rowHeight) - around));
  return [first, Math.max(first, Math.min(rows, Math.ceil(below / rowHeight) + around))];
}

/** Numbers as stretches without gaps: 1, 2, 3, 7 become [1, 3] and [7, 7]. */
export function stretches(numbers) {
  const all = [];
  for (const number of [...numbers].sort((a, b) => a - b)) {
    const end = all[all.length - 1];
    if (end && number <= end[1] + 1) end[1] = number;
    else all.push([number, number]);
  }
  return all;
}

/** Paths by their folders, in the order in which these first come; the folder ends with a slash, or is empty. */
export function byFolder(files) {
  const folders = new Map();
  for (const file of files) {
    const at = file.path.lastIndexOf('/') + 1;
    const folder = file.path.slice(0, at);
    folders.set(folder, [...(folders.get(folder) ?? []), { ...file, name: file.path.slice(at) }]);
  }
  return folders;
}

// Fills a message: {0}, {1} become values, numbers with commas between thousands; of “one|many” the first part is for 1.
export function filled(text, values = []) {
  const parts = text.split('|');
  const chosen = parts.length > 1 && values[0] !== 1 ? parts[1] : parts[0];
  return chosen.replace(/\{(\d)\}/g, (all, at) => {
    const value = values[at];
    return typeof value === 'number' ? value.toLocaleString('en') : (value ?? all);
  });
}

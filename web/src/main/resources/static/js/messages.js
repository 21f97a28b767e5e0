// What scripts say, from the application's messages.
import words from './words.js';
import { filled } from './filled.js';

export const msg = (key, ...values) => filled(words[`js.${key}`] ?? key, values);

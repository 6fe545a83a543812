'use client';

import type { NewEntry } from '../../core/logbook/entry';
import { call } from '../http/client';

export const postEntry = (entry: NewEntry) => call('POST /api/entries', { body: entry });

/** Entries that belong together: all are recorded, or none. */
export const postEntries = (entries: readonly NewEntry[]) =>
  call('POST /api/entries/batch', { body: entries });

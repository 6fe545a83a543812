import { ENGLISH } from '../../core/language';

// First in a worker: it speaks as its page does, which gave it the language for a name.
declare function importScripts(...scripts: string[]): void;

if (self.name && self.name !== ENGLISH && typeof importScripts === 'function') {
  importScripts(`${self.location.origin}/api/words/${self.name}`);
}

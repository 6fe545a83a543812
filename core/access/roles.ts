import { t, msg, withWords } from '../language';

/** Who works at a site, from the least to the most: each may do all that those before it may. */
export const ROLES = ['helper', 'attendant', 'manager'] as const;
export type Role = (typeof ROLES)[number];

/** Each in the words of the house. */
export const ROLE_WORDS: Readonly<Record<Role, { readonly name: string; readonly does: string }>> =
  withWords({
    helper: { name: 'Helper', does: msg`Walks rounds and reads.` },
    attendant: { name: 'Attendant', does: msg`Does all of the work.` },
    manager: {
      name: 'Manager',
      does: msg`Does all of the work, and keeps the house: rules, stock, people.`,
    },
  });

/** `an attendant`, `a manager`. */
export const aRole = (role: Role): string => (role === 'attendant' ? t`an ${role}` : `a ${role}`);

/** Who may do something: anybody at all, who shows a secret of its own, or a role and those above it. */
export type Least = 'anybody' | 'secret' | Role;

/** Whether a role is enough; null: nobody has signed in. What asks for a secret is no role’s. */
export function isEnough(role: Role | null, least: Least): boolean {
  if (least === 'anybody') return true;
  if (least === 'secret' || role === null) return false;
  return ROLES.indexOf(role) >= ROLES.indexOf(least);
}

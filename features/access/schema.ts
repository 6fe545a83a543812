import { t } from '../../core/language';
import { z } from 'zod';
import { ROLES } from '../../core/access/roles';
import { Line } from '../../core/text';

const Name = Line(1, 60, () => t`give a name`);
/** What is typed to sign in is held against what is kept, and not against today’s rules. */
const Typed = z
  .string()
  .min(1, { error: () => t`type the passphrase` })
  .max(200);
/** Nothing else is asked of it. NIST SP 800-63B (from memory). */
const NewPassphrase = z
  .string()
  .min(12, {
    error: () => t`a passphrase has 12 characters or more: four words are easily kept in mind`,
  })
  .max(200, { error: () => t`at most 200 characters` });

export const PairBody = z.strictObject({
  code: z
    .string()
    .min(1, { error: () => t`type the code` })
    .max(40),
  name: Line(1, 60, () => t`give this browser a name`),
});
export const FirstBody = z.strictObject({ name: Name, passphrase: NewPassphrase });
export const SignInBody = z.strictObject({ name: Name, passphrase: Typed });
/** Four digits or more; an empty one takes it away. */
export const PinBody = z.strictObject({
  pin: z.string().regex(/^(\d{4,12})?$/, { error: () => t`a PIN is 4 to 12 digits` }),
});
export const UnlockBody = z.strictObject({
  pin: z
    .string()
    .min(1, { error: () => t`type the PIN` })
    .max(12),
});
export const PersonBody = z.strictObject({
  id: z.uuid(),
  name: Name,
  role: z.enum(ROLES),
  passphrase: NewPassphrase,
});
export const PersonChange = z.strictObject({
  role: z.enum(ROLES).optional(),
  passphrase: NewPassphrase.optional(),
});

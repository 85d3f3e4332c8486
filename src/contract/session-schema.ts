/** Signing in to a library that is opened to other machines. */
import * as z from 'zod';

const MOST_CHARACTERS = 1000;

/** POST /api/session. */
export const signInSchema = z.strictObject({ password: z.string().max(MOST_CHARACTERS) });

/** GET /api/session: whether this browser has to sign in, and whether it has. */
export const sessionSchema = z.object({ isNeeded: z.boolean(), isSignedIn: z.boolean() });
export type Session = z.infer<typeof sessionSchema>;

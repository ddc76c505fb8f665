import { TextField } from '@/ui/field';

type Field = { value: string; onValue: (value: string) => void; label?: string };

/** The name that somebody signs in by; `autoComplete` is off where it is not one’s own. */
export const UsernameField = ({
  label = 'Name to sign in by',
  autoComplete = 'username',
  ...field
}: Field & { autoComplete?: 'username' | 'off' }) => (
  <TextField label={label} autoComplete={autoComplete} autoCapitalize="none" spellCheck={false} {...field} />
);

/** A password that is known, or a fresh one. */
export const PasswordField = ({
  label = 'Your password',
  fresh = false,
  ...field
}: Field & { fresh?: boolean; className?: string }) => (
  <TextField
    label={label}
    type="password"
    autoComplete={fresh ? 'new-password' : 'current-password'}
    {...field}
  />
);

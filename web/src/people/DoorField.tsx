import TextField from '@mui/material/TextField';
import type { UseFormRegisterReturn } from 'react-hook-form';

/** What is asked for at the door and of an account, each as browsers fill it in. */
const KINDS = {
  name: { label: 'Name', autoComplete: 'name' },
  email: { label: 'Email', type: 'email', autoComplete: 'username' },
  password: { label: 'Password', type: 'password', autoComplete: 'current-password' },
  current: { label: 'Current password', type: 'password', autoComplete: 'current-password' },
  next: {
    label: 'New password',
    type: 'password',
    autoComplete: 'new-password',
    help: 'At least 10 characters. A sentence you remember is best.',
  },
  code: {
    label: 'Reset code',
    autoComplete: 'one-time-code',
    help: 'Sixteen letters and digits, with or without dashes.',
  },
  factor: {
    label: 'Code from your phone',
    autoComplete: 'one-time-code',
    autoFocus: true,
    help: 'Six digits. Without the phone, use one of your own ten codes.',
  },
} satisfies Record<
  string,
  { label: string; type?: string; autoComplete: string; autoFocus?: boolean; help?: string }
>;

/** One field of a form at the door: what is wrong with it stands in the place of its help. */
export const DoorField = ({
  kind,
  field,
  error,
  label,
}: {
  kind: keyof typeof KINDS;
  field: UseFormRegisterReturn;
  error: { message?: string } | undefined;
  /** Another name than the usual. */
  label?: string;
}) => {
  const { help, ...usual } = { help: undefined, ...KINDS[kind] };
  return (
    <TextField
      {...usual}
      label={label ?? usual.label}
      {...field}
      error={error !== undefined}
      helperText={error?.message ?? help}
    />
  );
};

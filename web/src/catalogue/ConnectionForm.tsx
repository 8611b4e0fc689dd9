import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useMutation } from '@tanstack/react-query';
import type { FormEvent, ReactNode } from 'react';
import { Problem } from '../api/client';
import { Remark } from '../app/parts';
import { tryConnection } from './api';
import { ConnectionFields } from './ConnectionFields';
import { given, type Typed } from './connection';
import { TrialResult } from './TrialResult';

type Props = {
  /** Of an application that is there already. */
  application?: string;
  typed: Typed;
  onType: (typed: Typed) => void;
  /** Whether a password is kept that need not be said again. */
  known?: boolean;
  /** Why it could not be kept. */
  failed: Error | null;
  /** What is said before anything was tried. */
  hint: string;
  act: string;
  mayAct: boolean;
  onAct: () => void;
  /** Fields above those of the connection, which are told what is wrong. */
  children?: (wrong: string | undefined) => ReactNode;
  /** Buttons before the others. */
  aside?: ReactNode;
};

/** How a database is reached: typed, tried, and kept. */
export function ConnectionForm({
  application,
  typed,
  onType,
  known = false,
  failed,
  hint,
  act,
  mayAct,
  onAct,
  children,
  aside,
}: Props) {
  const trial = useMutation({ mutationFn: () => tryConnection(application, given(typed)) });
  const wrong = failed ?? trial.error;
  const path = wrong instanceof Problem ? wrong.path : undefined;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onAct();
  };
  return (
    <Box sx={{ display: 'flex', gap: 5, alignItems: 'flex-start', pt: 1 }}>
      <Box component="form" onSubmit={submit} sx={{ width: 520, display: 'grid', gap: 1.75 }}>
        {children?.(path)}
        <ConnectionFields typed={typed} onType={onType} wrong={path} known={known} />
        {wrong && <Remark tone="bad">{wrong.message}</Remark>}
        <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end' }}>
          {aside}
          <Button variant="outlined" disabled={trial.isPending} onClick={() => trial.mutate()}>
            {trial.isPending ? 'Trying' : 'Try the connection'}
          </Button>
          <Button type="submit" variant="contained" disabled={!mayAct}>
            {act}
          </Button>
        </Box>
      </Box>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        {trial.data ? (
          <TrialResult outcome={trial.data} />
        ) : (
          <Typography color="textSecondary" variant="body2">
            {hint}
          </Typography>
        )}
      </Box>
    </Box>
  );
}

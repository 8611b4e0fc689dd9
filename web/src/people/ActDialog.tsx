import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { type ReactNode, useId } from 'react';
import { Problem } from '../api/client';
import { keys } from '../api/keys';
import { Trouble } from '../app/Trouble';
import { Working } from '../ask/Working';
import { Asked, Asking } from './Asking';
import { type How, type Preview, useDoing } from './api';
import { PreviewShown } from './PreviewShown';

type Props = {
  title: string;
  /** Names the act as it stands; null while it is not complete. */
  asked: string | null;
  /** Looks at the act, asks somebody to agree to it, or does it. */
  act: (how: How) => Promise<Preview>;
  confirm: string;
  onClose: () => void;
  onDone?: (told: Preview) => void;
  danger?: boolean;
  /** Leaves it as a draft instead of doing it at once. */
  leave?: () => Promise<Preview>;
  children?: ReactNode;
  /** What stands beside it, where the act deserves more room. */
  beside?: ReactNode;
  hint?: string;
};

/** An act that says what it would change before it is done. */
export function ActDialog({
  title,
  asked,
  act,
  confirm,
  onClose,
  onDone,
  danger = false,
  leave,
  children,
  beside,
  hint = 'Fill in the above to see what it would change.',
}: Props) {
  const label = useId();
  const looked = useQuery({
    queryKey: keys.preview(title, asked),
    queryFn: () => act({ preview: true }),
    enabled: asked !== null,
    staleTime: 0,
    gcTime: 0,
    retry: false,
  });
  const doing = useDoing(
    () => act({}),
    (told) => {
      onDone?.(told);
      onClose();
    },
  );
  const leaving = useDoing(async () => leave?.(), onClose);
  const asking = useDoing((why: string) => act({ ask: true, why }));
  const held = (looked.data?.against.length ?? 0) > 0;
  const canAgree = looked.data?.canAgree ?? [];
  return (
    <Dialog
      open
      onClose={onClose}
      maxWidth={beside ? 'xl' : 'sm'}
      fullWidth
      aria-labelledby={label}
    >
      <Box sx={{ display: 'flex', minHeight: 0 }}>
        <Box
          sx={{
            p: 3,
            display: 'flex',
            flexDirection: 'column',
            minHeight: 0,
            flex: beside ? '0 0 500px' : 1,
            minWidth: 0,
          }}
        >
          <Typography id={label} variant="h2" component="h2" sx={{ mb: 2 }}>
            {title}
          </Typography>
          {children && !asking.data && (
            <Box sx={{ display: 'grid', gap: 1.75, mb: 2 }}>{children}</Box>
          )}
          <Box tabIndex={0} sx={{ overflowY: 'auto', height: 250 }}>
            {asked === null && <Typography color="textSecondary">{hint}</Typography>}
            {asked !== null && looked.isPending && <Working lines={3} />}
            {looked.isError && <Told error={looked.error} again={() => looked.refetch()} />}
            {looked.data && !asking.data && <PreviewShown told={looked.data} />}
            {[doing, leaving].map(
              (one) =>
                one.isError && (
                  <Told
                    key={one.submittedAt}
                    error={one.error}
                    again={() => one.mutate(undefined)}
                  />
                ),
            )}
            {asking.isError && <Told error={asking.error} again={() => asking.reset()} />}
            {asking.data && <Asked />}
          </Box>
          {held && canAgree.length > 0 && !asking.data && (
            <Asking
              key={asked}
              people={canAgree}
              busy={asking.isPending}
              onAsk={(why) => asking.mutate(why)}
            />
          )}
          <Box sx={{ display: 'flex', gap: 1, mt: 2.5, justifyContent: 'flex-end' }}>
            <Button variant="outlined" onClick={onClose}>
              {asking.data ? 'Close' : 'Cancel'}
            </Button>
            {leave && looked.data && !asking.data && (
              <Button
                variant="outlined"
                disabled={leaving.isPending}
                onClick={() => leaving.mutate(undefined)}
              >
                Put it into my draft
              </Button>
            )}
            {!asking.data && (
              <Button
                variant="contained"
                color={danger ? 'error' : 'primary'}
                disabled={asked === null || !looked.data || held || doing.isPending}
                onClick={() => doing.mutate(undefined)}
              >
                {doing.isPending ? 'Working' : confirm}
              </Button>
            )}
          </Box>
        </Box>
        {beside && (
          <Box
            sx={{
              flex: 1,
              minWidth: 0,
              p: 3,
              overflowY: 'auto',
              bgcolor: 'background.default',
              borderLeft: '1px solid',
              borderColor: 'divider',
            }}
          >
            {beside}
          </Box>
        )}
      </Box>
    </Dialog>
  );
}

/** A field's fault is said plainly; anything else as trouble. */
function Told({ error, again }: { error: Error; again: () => void }) {
  if (error instanceof Problem && error.path) {
    return (
      <Typography role="alert" sx={{ color: 'error.main' }}>
        {error.message}
      </Typography>
    );
  }
  return <Trouble error={error} again={again} />;
}

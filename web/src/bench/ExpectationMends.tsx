import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { api, data } from '../api/client';
import { keys } from '../api/keys';
import { Trouble } from '../app/Trouble';
import { Working } from '../ask/Working';
import type { DraftShown } from './api';
import { type Mend, MendList } from './MendList';

type Props = {
  application: string;
  expectation: string;
  /** The draft that breaks it; none where it is broken as published. */
  draft?: DraftShown;
  /** What can be done where no single change would mend it. */
  otherwise: string;
  onTake?: ((mend: Mend) => void) | undefined;
  /** What stands above them once they are known. */
  children?: ReactNode;
};

/** What would let an expectation hold again, the cheapest first. */
export function ExpectationMends({
  application,
  expectation,
  draft,
  otherwise,
  onTake,
  children,
}: Props) {
  const mends = useQuery({
    queryKey: keys.mends(application, draft?.id, draft?.version, expectation),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/expectations/{key}/mends', {
          signal,
          params: {
            path: { application, key: expectation },
            query: draft ? { draft: draft.id } : {},
          },
        }),
      ),
    retry: false,
  });
  if (mends.isPending) {
    return <Working lines={2} />;
  }
  if (mends.isError) {
    return <Trouble error={mends.error} again={() => mends.refetch()} />;
  }
  return (
    <>
      {mends.data.length === 0 && (
        <Typography color="textSecondary">
          No single change is known that would. {otherwise}
        </Typography>
      )}
      {children}
      <MendList mends={mends.data} {...(onTake ? { onTake } : {})} />
    </>
  );
}

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, data } from '../api/client';
import { keys } from '../api/keys';
import { Part, Remark, When } from '../app/parts';
import { useLookedFor } from '../app/settled';
import { Trouble } from '../app/Trouble';
import { quoted } from '../ask/said';
import { Working } from '../ask/Working';
import { Impact, type ImpactSource } from '../bench/ImpactLines';
import { putIn } from '../bench/queue';
import { useDoing } from '../people/api';
import { Chooser } from '../people/PickOne';
import { who } from './Publications';
import { SetsBeforeAfter } from './SetsBeforeAfter';

/** One publication: what it did, before and after, and for whom. */
export function OnePublication({ application, number }: { application: string; number: number }) {
  const go = useNavigate();
  const one = useQuery({
    queryKey: keys.ledger(application, number),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/publications/{number}', {
          signal,
          params: { path: { application, number } },
        }),
      ),
    enabled: Number.isInteger(number) && number > 0,
    retry: false,
  });
  const undo = useDoing(async () => {
    const draft = await data(
      api.POST('/api/applications/{application}/publications/{number}/undo', {
        params: { path: { application, number } },
      }),
    );
    go(`/bench/${application}/review/${draft.id}`);
  });
  const shown = one.data;
  useEffect(() => {
    document.title = `Publication ${number} · Nembar`;
  }, [number]);
  if (one.isError || !Number.isInteger(number)) {
    return (
      <Trouble
        error={one.error ?? new Error('A publication has a number.')}
        again={() => one.refetch()}
      />
    );
  }
  if (!shown) {
    return <Working lines={8} />;
  }
  return (
    <>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mb: 1, flexWrap: 'wrap' }}>
        <Typography variant="h1" component="h1">
          Publication {shown.number}
        </Typography>
        <Typography color="textSecondary" sx={{ flex: 1 }}>
          {who(shown)}, <When at={shown.at} />
        </Typography>
        <CompareWith application={application} number={number} />
        <Button variant="text" component={Link} to={`/ledger/${application}`}>
          Back to the ledger
        </Button>
        {shown.words.length > 0 && (
          <Button
            variant="outlined"
            disabled={undo.isPending}
            onClick={() => undo.mutate(undefined)}
          >
            Undo it, as a draft
          </Button>
        )}
      </Box>
      {undo.error && (
        <Remark tone="bad" role="alert">
          {undo.error.message}
        </Remark>
      )}
      <Typography sx={{ fontSize: 15, mb: 2 }}>{shown.reason}</Typography>
      {shown.overridden && (
        <Remark tone="care">Put up with broken expectations: {shown.overridden}</Remark>
      )}
      <Part title="What it did">
        {shown.words.length === 0 && (
          <Typography color="textSecondary">
            It put in {shown.changes.length} elements: the first of this application.
          </Typography>
        )}
        <Sentences words={shown.words} />
      </Part>
      {shown.words.length > 0 && (
        <>
          <BeforeAndAfter
            application={application}
            changes={shown.changes}
            inverse={shown.inverse}
          />
          <ForWhom
            title="Who gained and who lost then"
            note="People as they were then, on the records there are today."
            source={ofPublication(application, number)}
          />
        </>
      )}
    </>
  );
}

export function Sentences({ words }: { words: string[] }) {
  return words.map((one) => (
    <Typography key={one} sx={{ mb: 0.75, overflowWrap: 'anywhere' }}>
      {quoted(one)}.
    </Typography>
  ));
}

/** Privilege sets before and after, where any of them changed. */
export function BeforeAndAfter(props: Parameters<typeof SetsBeforeAfter>[0]) {
  const some = [...props.changes, ...props.inverse].some((one) => putIn(one, 'privilegeSets'));
  return (
    some && (
      <Part title="Before and after">
        <SetsBeforeAfter {...props} />
      </Part>
    )
  );
}

/** Chooses a publication to compare with. */
function CompareWith({ application, number }: { application: string; number: number }) {
  const go = useNavigate();
  const { search, look, typing } = useLookedFor();
  const found = useQuery({
    queryKey: keys.ledger(application, 'to-compare', search),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/publications', {
          signal,
          params: {
            path: { application },
            query: { size: 25, ...(search ? { search } : {}) },
          },
        }),
      ),
  });
  const choices = (found.data?.publications ?? [])
    .filter((one) => one.number !== number)
    .map((one) => ({ key: String(one.number), name: `${one.number}: ${one.reason}` }));
  return (
    <Chooser
      label="Compare with"
      width={200}
      value={null}
      choices={choices}
      onType={look}
      loading={typing || found.isPending}
      onPick={(one) => {
        if (one) {
          const [first, last] = [number, Number(one.key)].sort((a, b) => a - b);
          go(`/ledger/${application}/${first}/to/${last}`);
        }
      }}
    />
  );
}

const ofPublication = (application: string, number: number): ImpactSource => ({
  key: ['ledger', application, number, 'impact'],
  load: ({ page, size }) =>
    data(
      api.GET('/api/applications/{application}/publications/{number}/impact', {
        params: { path: { application, number }, query: { page, size } },
      }),
    ),
  none: 'Nobody gained or lost anything on the records there are.',
});

/** Who gained and who lost, worked out when one asks. */
export function ForWhom({
  title,
  note,
  source,
}: {
  title: string;
  note: string;
  source: ImpactSource;
}) {
  const [asked, setAsked] = useState(false);
  return (
    <Part title={title}>
      {asked ? (
        <Box sx={{ maxWidth: 560 }}>
          <Typography color="textSecondary" sx={{ mb: 1 }}>
            {note}
          </Typography>
          <Impact source={source} />
        </Box>
      ) : (
        <Button variant="outlined" onClick={() => setAsked(true)}>
          Work it out
        </Button>
      )}
    </Part>
  );
}

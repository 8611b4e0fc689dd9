import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useEffect } from 'react';
import { useParams } from 'react-router';
import { Trouble } from '../app/Trouble';
import { UnseenHeading } from '../app/Unseen';
import { Age } from '../ask/Age';
import { counting, useWhatCan } from '../ask/answers';
import { Working } from '../ask/Working';
import { Band } from './Band';
import { List } from './List';
import { eyesOf, useLook } from './look';
import { Reason } from './Reason';
import { RecordView } from './RecordView';
import { Types, viewed } from './Types';

/** An application's own records, as somebody has them; nothing can be changed here. */
export default function LookPlace() {
  const { application = '' } = useParams();
  const look = useLook(application);
  const { looked } = look;
  const eyes = eyesOf(looked);
  const answer = useWhatCan(eyes, looked.person !== '', looked.draft);
  const first = answer.data?.areas.flatMap((area) => area.types).find((type) => viewed(type) > 0);
  const type = looked.type || (first?.key ?? '');
  useEffect(() => {
    document.title = answer.data ? `${answer.data.person.name} looks · Nembar` : 'Nembar';
  }, [answer.data]);
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', height: '100%' }}>
      <Band look={look} answer={answer.data} />
      {looked.person === '' && (
        <Typography sx={{ m: 4 }} color="textSecondary">
          Choose whose eyes to look with.
        </Typography>
      )}
      {answer.isError && (
        <Box sx={{ m: 2.5 }}>
          <Trouble error={answer.error} again={() => answer.refetch()} />
        </Box>
      )}
      {looked.person !== '' && answer.isPending && <Working lines={12} />}
      {answer.data && !answer.isError && (
        <Box sx={{ display: 'flex', flex: 1, minHeight: 0 }}>
          <Types answer={answer.data} type={type} onType={look.list} />
          <Box
            component="main"
            sx={{ flex: 1, minWidth: 0, overflowY: 'auto', p: '16px 20px 40px' }}
          >
            <UnseenHeading>Look through {answer.data.person.name}</UnseenHeading>
            <Age answer={answer.data} slots={eyes} draft={looked.draft} />
            {!answer.data.person.mayLookThrough ? (
              <Typography>
                You may not look through {answer.data.person.name}. What they can do in numbers is
                under Ask.
              </Typography>
            ) : answer.data.person.reasonWanted ? (
              <Reason slots={eyes} name={answer.data.person.name} />
            ) : looked.record ? (
              <RecordView look={look} answer={answer.data} />
            ) : type === '' && counting(answer.data) ? (
              <Working lines={12} />
            ) : (
              <List look={look} type={type} answer={answer.data} />
            )}
          </Box>
        </Box>
      )}
    </Box>
  );
}

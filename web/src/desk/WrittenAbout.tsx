import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { Remark } from '../app/parts';
import { useItem } from './api';
import { ItemRow } from './ItemRow';
import { kinds } from './kinds';

/** The one item that a letter leads to, above all others. */
export function WrittenAbout({ id, onClose }: { id: string; onClose: () => void }) {
  const item = useItem(id);
  return (
    <Box component="section" aria-label="What you were written about" sx={{ mb: 3 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2 }}>
        <Typography variant="h3" component="h2" sx={{ color: 'text.secondary', flex: 1 }}>
          What you were written about
        </Typography>
        <Button size="small" onClick={onClose}>
          Show all
        </Button>
      </Box>
      {item.isError && <Remark tone="quiet">{item.error.message}</Remark>}
      {item.data && (
        <Box sx={{ bgcolor: 'background.paper', px: 1.75, py: 1 }}>
          <ItemRow line={item.data} because={kinds[item.data.kind].because} />
        </Box>
      )}
    </Box>
  );
}

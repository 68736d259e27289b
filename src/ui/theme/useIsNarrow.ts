'use client';

import useMediaQuery from '@mui/material/useMediaQuery';

/** Whether both boards fold away and lists are cards; the same width as in the style sheets. Never so on the server. */
export const useIsNarrow = () => useMediaQuery('(max-width: 900px)');

'use client';

import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import { useId, type ReactNode } from 'react';

/** What is not always looked at, folded to a line that says what it is. What is folded is not drawn. */
export function Fold({ summary, children, isOpen }: { summary: ReactNode; children: ReactNode; isOpen?: boolean }) {
  const id = useId();
  return (
    <Accordion
      className="fold"
      defaultExpanded={isOpen ?? false}
      slotProps={{ transition: { unmountOnExit: true, timeout: 120 }, heading: { component: 'div' } }}
    >
      <AccordionSummary id={`${id}-line`} aria-controls={id} expandIcon={<span aria-hidden="true">▸</span>}>
        <span>{summary}</span>
      </AccordionSummary>
      <AccordionDetails id={id}>{children}</AccordionDetails>
    </Accordion>
  );
}

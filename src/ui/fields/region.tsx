'use client';

import { createContext, useContext } from 'react';
import type { Region } from '../../core/shared/region';

const RegionContext = createContext<Region>('en-GB');

/** In whose order days are written below here. */
export const InRegion = RegionContext.Provider;
export const useRegion = () => useContext(RegionContext);

'use client';

import { createContext, useContext } from 'react';

/** By what the browser knows our own styles (CSP): parts that write a style element of their own have to bear it. */
export const NonceContext = createContext<string | undefined>(undefined);
export const useNonce = () => useContext(NonceContext);

import { createContext, useContext } from 'react';

/** The title of a variable by its id, for what is shown inside a screen. */
export const Names = createContext<(id: number) => string>((id) => `variable ${id}`);

export const useNames = () => useContext(Names);

import { configure } from '@testing-library/react';

/** Waiting for something that comes in a moment may take long on a loaded machine. */
configure({ asyncUtilTimeout: 20_000 });

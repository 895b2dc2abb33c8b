import { configure } from '@testing-library/react';

// A busy machine takes its time over what is loaded when it is needed.
configure({ asyncUtilTimeout: 6000 });

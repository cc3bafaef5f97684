import { lookAtEach, YARN_SCREENS } from './support/screens';

lookAtEach(YARN_SCREENS);

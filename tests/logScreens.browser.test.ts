import { lookAtEach, TWIST_AND_LOG_SCREENS } from './support/screens';

lookAtEach(TWIST_AND_LOG_SCREENS);

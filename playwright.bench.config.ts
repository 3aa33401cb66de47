import config from './playwright.config';

// Without traces: taking them costs more than what is measured.
export default { ...config, testDir: 'bench', reporter: [['list']], use: { ...config.use, trace: 'off' } };

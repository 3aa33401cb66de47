import config from './playwright.config';

// Without traces: taking them costs more than what is measured.
export default { ...config, testDir: 'bench', workers: 1, reporter: [['list']], use: { ...config.use, trace: 'off' } };

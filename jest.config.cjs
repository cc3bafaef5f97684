/** Unit and database tests stand beside their files; browser tests live in tests/. */
const shared = {
  transform: {
    '^.+\\.(t|j)sx?$': [
      '@swc/jest',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
        },
      },
    ],
  },
  moduleNameMapper: {
    '\\.css$': '<rootDir>/tests/emptyModule.cjs',
    '^@/(.*)$': '<rootDir>/$1',
    // In one file it is read in a tenth of the time that its thousand modules take.
    '^antd$': '<rootDir>/node_modules/antd/dist/antd.min.js',
    '^fast-check$': '<rootDir>/tests/support/properties.cjs',
    '^@ant-design/icons$': '<rootDir>/tests/noIcons.cjs',
  },
  testEnvironment: 'node',
  // Else each look at it goes by the border of the test's own world, and arithmetic takes many times as long.
  sandboxInjectedGlobals: ['Math'],
  testPathIgnorePatterns: ['/node_modules/', '/.next/', '/.stryker/'],
  modulePathIgnorePatterns: ['<rootDir>/.next/', '<rootDir>/.stryker/'],
};

module.exports = {
  // Tests check results, never time: a machine that does other things besides may take its time.
  testTimeout: 600_000 * Number(process.env.TRIES ?? 1),
  testSequencer: '<rootDir>/tests/support/longestFirst.cjs',
  reporters: ['default', '<rootDir>/tests/support/stuckFile.cjs'],
  projects: [
    {
      ...shared,
      displayName: 'unit',
      testMatch: ['<rootDir>/{core,db,server,solver,formats,features,ui,scripts,devices,workers}/**/*.test.{ts,tsx}'],
    },
    { ...shared, displayName: 'browser', testMatch: ['<rootDir>/tests/**/*.browser.test.ts'] },
  ],
};

import babel from '@rolldown/plugin-babel';
import react, { reactCompilerPreset } from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  // What did not change is not drawn again: components are memoized as they are compiled. Tests of components run them
  // as they are written, in half the time; journeys run what is built.
  plugins: [
    react(),
    ...(process.env.VITEST ? [] : [babel({ presets: [reactCompilerPreset()], exclude: /node_modules/ })]),
  ],
  css: { modules: { localsConvention: 'camelCase', generateScopedName: '[local]_[hash:base64:5]' } },
  // messages stand with the server, which reads them for its papers; help shows the screens of the documents
  server: { fs: { allow: ['.', '../src/wenlo/messages', '../docs/screenshots'] } },
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 1200,
    rollupOptions: {
      output: {
        // Libraries change seldom: chunks of their own stay cached when the application changes.
        manualChunks: (id: string) => {
          if (!id.includes('node_modules')) return undefined;
          if (/node_modules\/(react|react-dom|react-router|scheduler)\//.test(id)) return 'react';
          if (/node_modules\/(antd|@ant-design|@rc-component|rc-)/.test(id)) return 'antd';
          // three dimensions are fetched when they are looked at
          if (/node_modules\/three\//.test(id)) return 'three';
          return 'libraries';
        },
      },
    },
  },
  test: {
    include: ['src/**/*.test.{ts,tsx}'],
    setupFiles: ['src/testing/server.ts'],
    // A machine that does other work as well types slowly: time says nothing about the pages.
    testTimeout: 60_000,
    hookTimeout: 60_000,
    // the server behind the tests is not waited for when they are done
    teardownTimeout: 1000,
    css: { include: [/\.module\.css$/], modules: { classNameStrategy: 'non-scoped' } },
  },
});

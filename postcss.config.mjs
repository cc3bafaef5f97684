/** Tailwind makes the utility classes that the screens name; `ui/frame/global.css` says which sizes and colours there are. */
const config = { plugins: { '@tailwindcss/postcss': {} } };
export default config;

/** lcms-wasm is built to run in Node as well; a bundler stumbles over that branch, so a worker gets it without. */
module.exports = (source) =>
  source
    .replace(/ENVIRONMENT_IS_NODE\s*=\s*typeof process==?="object"[^;]*;/, 'ENVIRONMENT_IS_NODE=false;')
    .replace(
      /const\s*\{createRequire:createRequire\}=await import\("module"\);/,
      'const createRequire=()=>undefined;',
    );

// Starts the built server for the benches, the pictures and the browser's tests.
const { spawn } = require('node:child_process');
const { join, resolve } = require('node:path');

const program = join(resolve(__dirname, '..'), 'artifacts/publish/web/OneWhole.Web.dll');

/**
 * A server of its own, on a free port where no address is given.
 *
 * @param {string} data its data file
 * @param {string} [urls] where it listens
 * @param {...string} more other arguments
 * @returns its process; ready: its address, once it listens, or a fault with what it said; gone: its status and what it said, once it ended
 */
exports.serve = function serve(data, urls = 'http://127.0.0.1:0', ...more) {
  const server = spawn('dotnet', [program, '--data', data, '--urls', urls, '--announce', 'true', ...more], {
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  return { server, ...announced(server) };
};

/**
 * What a server that was started says.
 *
 * @param server its process, whose output is piped
 * @returns ready: its address, once it listens, or a fault with what it said; gone: its status and what it said, once it ended
 */
function announced(server) {
  let said = '';
  server.stderr.on('data', (text) => {
    said += text;
  });
  const gone = new Promise((end) => server.once('exit', (code) => end({ code, said })));
  const ready = new Promise((found, failed) => {
    server.stdout.on('data', (text) => {
      const address = /http:\/\/\S+/.exec(text);
      if (address) found(address[0]);
    });
    gone.then(() => failed(new Error(`The server ended: ${said}`)));
  });
  // Whoever wants it only to be gone does not wait for it.
  ready.catch(() => {});
  return { ready, gone };
}
exports.announced = announced;

import type { RequestHandler } from 'express'
import { collectDefaultMetrics, Histogram, Registry } from 'prom-client'

export interface Metrics {
  /** Measures every request by route, method and status. */
  measure: RequestHandler
  /** Answers with the figures, in the text form that collectors read; only to this machine itself. */
  show: RequestHandler
}

/** Figures of a running server: its process, its requests. Nothing of what is in them. */
export function openMetrics(): Metrics {
  const registry = new Registry()
  collectDefaultMetrics({ register: registry })
  const seconds = new Histogram({
    name: 'brendik_request_seconds',
    help: 'Time to answer, by method, route and status.',
    labelNames: ['method', 'route', 'status'],
    buckets: [0.005, 0.02, 0.05, 0.1, 0.3, 1, 3, 10],
    registers: [registry],
  })
  return {
    measure: (request, response, next) => {
      const from = process.hrtime.bigint()
      response.on('finish', () => {
        // The route as it is written, never the address: ids and secrets stay out.
        const route = (request.route as { path?: unknown } | undefined)?.path
        seconds.observe(
          {
            method: request.method,
            route: typeof route === 'string' ? route : 'other',
            status: String(response.statusCode),
          },
          Number(process.hrtime.bigint() - from) / 1e9,
        )
      })
      next()
    },
    show: async (request, response, next) => {
      const from = request.socket.remoteAddress ?? ''
      if (!/^(::ffff:)?127\.|^::1$/.test(from) || request.headers['x-forwarded-for'] !== undefined)
        return next()
      response.set('content-type', registry.contentType).send(await registry.metrics())
    },
  }
}

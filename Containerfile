# Yardfell for a school's server. Build: podman build --build-arg YARDFELL_PREFIX=/yardfell -t yardfell .
FROM node:22-slim AS build
WORKDIR /yardfell
ARG YARDFELL_PREFIX=""
COPY package.json package-lock.json .npmrc ./
RUN npm ci --no-audit --no-fund
COPY . .
RUN npm run build

FROM node:22-slim
WORKDIR /yardfell
ENV NODE_ENV=production PORT=8080 HOSTNAME=0.0.0.0
ARG YARDFELL_PREFIX=""
ENV YARDFELL_PREFIX=$YARDFELL_PREFIX
COPY --from=build /yardfell/.server/standalone ./
USER node
EXPOSE 8080
HEALTHCHECK CMD ["node", "-e", "fetch(`http://127.0.0.1:${process.env.PORT}${process.env.YARDFELL_PREFIX}/api/health`).then(({ ok }) => process.exit(ok ? 0 : 1), () => process.exit(1))"]
CMD ["node", "--import", "./log.mjs", "server.js"]

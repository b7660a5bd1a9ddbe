import { dirname, join } from 'node:path'

/** Where Debian wants what a service keeps, and its settings. */
export const STATE_DIR = '/var/lib/emery'
export const SETTINGS = '/etc/emery/emery.env'

/** What holds for everything the service does: it reads the machine, writes its own folder, and may do nothing else. */
const HARDENED = [
  'NoNewPrivileges=yes',
  'ProtectSystem=strict',
  'ProtectHome=read-only',
  'PrivateTmp=yes',
  'PrivateDevices=yes',
  'ProtectKernelTunables=yes',
  'ProtectKernelModules=yes',
  'ProtectKernelLogs=yes',
  'ProtectControlGroups=yes',
  'ProtectClock=yes',
  'ProtectHostname=yes',
  'ProtectProc=invisible',
  'ProcSubset=pid',
  'RestrictNamespaces=yes',
  'RestrictRealtime=yes',
  'RestrictSUIDSGID=yes',
  'RestrictAddressFamilies=AF_INET AF_INET6 AF_UNIX AF_NETLINK',
  'LockPersonality=yes',
  'RemoveIPC=yes',
  'CapabilityBoundingSet=',
  'AmbientCapabilities=',
  'SystemCallArchitectures=native',
  'SystemCallFilter=@system-service',
  'SystemCallFilter=~@privileged @resources',
  'SystemCallErrorNumber=EPERM',
  'UMask=0077',
]

/**
 * The files of the service, by where they go. `root` is the folder Emery was checked out into, `node` the Node it runs with, `memory` the
 * megabytes that server and database may take together.
 */
export function serviceFiles({ root, node, user = 'emery', memory = 2048 }) {
  const common = [
    `User=${user}`,
    `Group=${user}`,
    `WorkingDirectory=${root}`,
    `Environment=EMERY_DATA_DIR=${STATE_DIR} PATH=${dirname(node)}:/usr/sbin:/usr/bin:/sbin:/bin`,
    `EnvironmentFile=-${SETTINGS}`,
    'StateDirectory=emery',
    'StateDirectoryMode=0700',
    ...HARDENED,
  ]
  const run = (script, ...words) => `ExecStart=${[node, join(root, 'tools', script), ...words].join(' ')}`
  return {
    '/etc/systemd/system/emery.service': unit({
      Unit: [
        'Description=Emery, for belt drives',
        'After=network.target',
        // It starts what has stopped again itself, later each time; this is for when it cannot.
        'StartLimitIntervalSec=600',
        'StartLimitBurst=10',
      ],
      Service: [
        run('run.mjs', '--service'),
        ...common,
        'Restart=always',
        'RestartSec=10',
        'TimeoutStopSec=60',
        'KillMode=mixed',
        `MemoryHigh=${Math.round(memory * 0.9)}M`,
        `MemoryMax=${memory}M`,
        'TasksMax=512',
        'LimitNOFILE=16384',
      ],
      Install: ['WantedBy=multi-user.target'],
    }),
    '/etc/systemd/system/emery-copy.service': unit({
      Unit: ['Description=A proved copy of everything Emery keeps', 'After=emery.service'],
      Service: ['Type=oneshot', run('copies.mjs', '--service'), ...common, 'Nice=10', 'IOSchedulingClass=idle'],
    }),
    '/etc/systemd/system/emery-copy.timer': unit({
      Unit: ['Description=A copy of Emery each night'],
      Timer: ['OnCalendar=*-*-* 02:15', 'RandomizedDelaySec=20min', 'Persistent=true'],
      Install: ['WantedBy=timers.target'],
    }),
    '/etc/logrotate.d/emery': [
      `${STATE_DIR}/*.log {`,
      '  weekly',
      '  maxsize 50M',
      '  rotate 8',
      '  compress',
      '  missingok',
      '  notifempty',
      '  # The server keeps its log open, and writes on at its end.',
      '  copytruncate',
      `  su ${user} ${user}`,
      '}',
      '',
    ].join('\n'),
  }
}

function unit(sections) {
  return `${Object.entries(sections)
    .map(([name, lines]) => [`[${name}]`, ...lines].join('\n'))
    .join('\n\n')}\n`
}

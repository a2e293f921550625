"""The door: nginx before the web server. It takes requests in whole and hands answers out at each client's pace.

So a client that only listens, or sends by the byte, holds a connection here, of which there are thousands, and no
worker there; and the workers keep their few connections to the database. With a certificate it speaks https by itself.
"""

from __future__ import annotations

import os
from pathlib import Path

from scripts.console import Problem, run, say, step
from scripts.database import give
from scripts.paths import LOGS, RUN, SETUP_LOG
from scripts.processes import Service, free_port, listens

PORT = int(os.environ.get("ISLESHOWER_PORT", "8117"))
FOLDER = RUN / "proxy"
SERVICE = Service("proxy", "nginx", FOLDER)
NGINX = "/usr/sbin/nginx"
MOST_CONNECTIONS = 4096  # at once; each costs a few kB
CONFIGURATION = """\
daemon off;
worker_processes 1;
worker_rlimit_nofile {files};
pid nginx.pid;
error_log {log} warn;
{user}events {{ worker_connections {connections}; }}
http {{
  access_log off;
  server_tokens off;
  client_body_temp_path body; proxy_temp_path answers; fastcgi_temp_path f; uwsgi_temp_path u; scgi_temp_path s;
  client_header_timeout 15s; client_body_timeout 15s; send_timeout 30s; keepalive_timeout 65s;
  reset_timedout_connection on;
  client_max_body_size 7m; client_body_buffer_size 64k;
  large_client_header_buffers 4 8k;
  gzip on; gzip_types application/json text/css application/javascript; gzip_proxied any; gzip_vary on;
  gzip_min_length 1000; gzip_comp_level 4;
  proxy_buffers 16 64k; proxy_buffer_size 64k; proxy_busy_buffers_size 128k; proxy_max_temp_file_size 64m;
  upstream application {{ server 127.0.0.1:{behind}; keepalive 16; keepalive_timeout 30s; }}
{trust}  server {{
    listen {listen};
{tls}    # What every location sends on; one that set a header of its own would lose all of these.
    proxy_http_version 1.1;
    proxy_set_header Connection "";
    proxy_set_header Host $http_host;
    proxy_set_header X-Real-IP $remote_addr;
    proxy_set_header X-Forwarded-For $remote_addr;
    proxy_set_header X-Forwarded-Proto {scheme};
    proxy_read_timeout 70s;
    proxy_next_upstream error; proxy_next_upstream_tries 2;  # a GET whose kept connection had just been closed
    location / {{
      proxy_pass http://application;
    }}
    # Their addresses are secrets: no error may write them down.
    location ^~ /calendar/ {{
      error_log /dev/null;
      proxy_pass http://application;
    }}
    error_page 502 504 @away;
    location @away {{
      internal;
      default_type application/json;
      return 502 '{{"code": "away", "text": "The garden is being brought up. Try again in a moment.", "fields": []}}';
    }}
  }}
}}
"""


def certificate() -> tuple[Path, Path] | None:
    """The certificate and its key, where it speaks https by itself. Raises Problem when only one is told or missing."""
    told = [os.environ.get(f"ISLESHOWER_TLS_{x}", "") for x in ("CERTIFICATE", "KEY")]
    if not any(told):
        return None
    for name, path in zip(("ISLESHOWER_TLS_CERTIFICATE", "ISLESHOWER_TLS_KEY"), told, strict=True):
        if not path or not Path(path).is_file():
            raise Problem(f"{name} names no file ({path or 'nothing'})", "name both the certificate and its key")
    return Path(told[0]).resolve(), Path(told[1]).resolve()


def configuration(port: int, behind: int, user: str) -> str:
    """What nginx is told. On loopback plain http; with a certificate https on every address; behind another proxy
    plain http on loopback, and that one's word for scheme and address."""
    tls, outer = certificate(), bool(os.environ.get("ISLESHOWER_BEHIND_PROXY"))
    pair = f'    ssl_certificate "{tls[0]}"; ssl_certificate_key "{tls[1]}";\n' if tls else ""
    strict = "    ssl_protocols TLSv1.2 TLSv1.3; ssl_session_cache shared:tls:2m;\n" if tls else ""
    trust = "  set_real_ip_from 127.0.0.1; real_ip_header X-Forwarded-For; real_ip_recursive on;\n"
    return CONFIGURATION.format(
        files=2 * MOST_CONNECTIONS,
        connections=MOST_CONNECTIONS,
        log=f'"{LOGS / "proxy.log"}"',
        user=f"user {user};\n" if user else "",
        behind=behind,
        listen=f"{port} ssl http2" if tls else f"127.0.0.1:{port}",
        tls=pair + strict,
        trust=trust if outer else "",
        scheme="$http_x_forwarded_proto" if outer else "$scheme",
    )


def ensure(behind: int) -> int:
    """Bring the door up before the web server on this port; its own is returned. One that is told otherwise is begun
    anew."""
    with step("door") as note:
        for folder in (FOLDER, LOGS):
            folder.mkdir(mode=0o700, parents=True, exist_ok=True)
        user = give(FOLDER)
        file, now = FOLDER / "nginx.conf", SERVICE.running()
        if now is not None and file.exists() and file.read_text() == configuration(now["port"], behind, user):
            note.text = f"up on {now['port']}"
            return now["port"]
        SERVICE.stop()
        port = free_port(PORT)
        file.write_text(configuration(port, behind, user))
        told: list[str | Path] = [NGINX, "-p", f"{FOLDER}/", "-c", file]
        (LOGS / "proxy.log").touch(mode=0o600)  # nginx would let everybody read it
        run([*told, "-t"], "the door's configuration is refused", f"read {SETUP_LOG}", SETUP_LOG)
        SERVICE.start(told, port, listens, dict(os.environ))
        if port != PORT:
            say(f"port {PORT} is taken by another program; the application is on {port}")
        note.text = f"started on {port}"
        return port

"""The project's own MariaDB on loopback, as Django's settings name it."""

import os


def mariadb(name: str) -> dict:
    """A database by its name; where it is, and how it lets us in, is in the environment that `script/lib.sh` sets."""
    return {
        "ENGINE": "django.db.backends.mysql",
        "NAME": name,
        "USER": "hollowmist",
        "PASSWORD": os.environ.get("HOLLOWMIST_DB_PASSWORD", ""),
        "HOST": "127.0.0.1",
        "PORT": os.environ.get("HOLLOWMIST_DB_PORT", ""),
        "CONN_MAX_AGE": 60,
        "CONN_HEALTH_CHECKS": True,
        "OPTIONS": {
            "charset": "utf8mb4",
            "connect_timeout": 3,
            "init_command": "SET sql_mode='STRICT_TRANS_TABLES', innodb_strict_mode=1",
            "isolation_level": "read committed",
        },
    }

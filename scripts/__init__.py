"""The chores behind ./start and ./test, one a module. Standard library only: they run before anything is installed.

In here:

    start            ./start
    test             ./test
    backup_commands  scripts/backup and scripts/restore
    system_packages  Debian's packages
    python_env       .venv
    field_tables    the fields of the garden file, written into its docs
    front_end        packages and build
    database         the private MariaDB
    broker           the private MQTT broker, and what speaks through it
    dumps            all of it in a file
    migrations       that can be cut short
    server           stand-in, demo, web server
    proxy            the door before the web server
    queue            redis, and the workers of the jobs in it
    stay             looks after what was started
    room             on the disk and in the path
    processes        started, found again, ended
    secrets_kept     made once, for their owner only
    paths            where things are
    console          one line a step
    screenshots      pictures of the views
"""

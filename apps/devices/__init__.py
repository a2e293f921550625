"""Devices that speak for themselves: tap timers that obey and report, soil probes. Protocol: docs/device-protocol.md.

In here:

    models      a device, what it is to be told, and when the listener was last seen
    topics      the names under which both sides speak, and what a device may say
    accounts    one account a device at the broker, its password and what it may read and write
    lines       the lines that hang on a timer
    wanted      what each device is to be set to
    actions     let in, put out, run now, close; and what a device reported
    play        lets the simulated device play one that was let in
    listener    the connection, run by `manage.py listen`: says what is due, hears what comes
    apps        Django's own
"""

"""Pretend tap timers and soil probes that speak MQTT. Protocol: docs/device-protocol.md."""

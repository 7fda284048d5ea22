"""Programs around the application: benchmarks and screenshots."""

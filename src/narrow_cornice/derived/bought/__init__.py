"""What has to be bought, as the sum of declared sources, and what it comes to."""

"""What is bought for repairs."""

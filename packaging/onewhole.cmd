@"%~dp0app\onewhole.exe" %*

@echo off
rem Serves One Whole at http://127.0.0.1:5170, with its data beside this file.
"%~dp0app\OneWhole.Web.exe" --data "%~dp0data\onewhole.db" --demo "%~dp0demo" --load-demo true --announce true %*

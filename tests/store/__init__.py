"""The store, tested with every table there is: a module that declares one is loaded when somebody first needs it."""

from importlib import import_module
from pkgutil import iter_modules

import amber_acre.store

for module in iter_modules(amber_acre.store.__path__):
    if module.name != "migrations":
        import_module(f"amber_acre.store.{module.name}")

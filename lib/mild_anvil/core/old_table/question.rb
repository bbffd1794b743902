# frozen_string_literal: true

module MildAnvil
  module Core
    module OldTable
      # Something to be asked of an old table. kind and key: where the answer goes; rows: how many hang on it; options:
      # [Questions::Option]
      Question = Struct.new(:kind, :key, :text, :rows, :options, keyword_init: true)
    end
  end
end

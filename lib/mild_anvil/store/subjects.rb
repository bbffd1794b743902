# frozen_string_literal: true

module MildAnvil
  module Store
    # What a row of several kinds may be about: the word that stands in its column and the table that it means. The one
    # list of them; the schema's enumerations are held to it by a test.
    module Subjects
      FACTS = { "long_reading" => :long_readings, "watched_break" => :watched_breaks,
                "watched_change" => :watched_changes }.freeze
      # What stands in no register has no table.
      UPKEEP = { "gear" => :gear, "instrument" => :instruments, "bench" => :benches, "other" => nil }.freeze
      # table with such a column => its list
      COLUMNS = { fact_withdrawals: FACTS, upkeep_rules: UPKEEP }.freeze
    end
  end
end

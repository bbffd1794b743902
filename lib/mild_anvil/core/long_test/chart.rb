# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      # What is drawn. x: hours, log_hours, count, log_count or place; series: [{id:, name:, points: [[x, y, kind]],
      # curve: [[x, y, low, high]]}]; limits: [{y:, name:}], with x where they hold at one place; marks, places:
      # [{x:, name:}]; y in unit
      Chart = Struct.new(:x, :x_name, :y_name, :unit, :series, :limits, :marks, :places, keyword_init: true)
    end
  end
end

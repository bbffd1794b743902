# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # The registered findings: every module of this folder that answers +find(analysis)+ with an array of Finding.
      # Adding a file adds a finding.
      module Findings
        module_function

        # @return [Array<Module>]
        def all
          @all ||= constants.map { |name| const_get(name) }.select { |m| m.respond_to?(:find) }
                            .sort_by { |m| m::POSITION }.freeze
        end

        # @param kind [Module]
        # @return [String] in words, such as "first failure"
        def named(kind) = kind.name[/\w+\z/].gsub(/(?<=[a-z])(?=[A-Z])/, " ").downcase
      end
    end
  end
end

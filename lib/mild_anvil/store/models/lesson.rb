# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A lesson that an instructor made of a job of their own.
      class Lesson < Sequel::Model(:lessons)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"

        # @return [Hash] symbol keys, as Core::Practice::Lesson takes it
        def content_h = JSON.parse(content, symbolize_names: true)
      end
    end
  end
end
